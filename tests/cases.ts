/** How many cases of a costly law are tried: `some` in CI, all of them in `npm run hard`. */
export const cases = (all: number, some: number): number => (process.env.KINDLY_LONG ? all : some);
