/** What an address asks for: a parameter that is told twice counts once, by its first. */
export async function askedFor(
  searchParams: Promise<Record<string, string | string[] | undefined>>,
): Promise<Partial<Record<string, string>>> {
  const all = await searchParams;
  return Object.fromEntries(
    Object.entries(all).flatMap(([name, value]) => {
      const one = Array.isArray(value) ? value[0] : value;
      return one === undefined ? [] : [[name, one.slice(0, 400)]];
    }),
  );
}
