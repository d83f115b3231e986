/** What is used of jStat, which brings no types. */
declare module 'jstat' {
  interface Distribution {
    inv: (share: number, ...parameters: number[]) => number;
    cdf: (x: number, ...parameters: number[]) => number;
  }
  const jStat: { beta: Distribution; chisquare: Distribution; studentt: Distribution };
  export default jStat;
}
