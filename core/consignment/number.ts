/** What a label says, whether it was read off, scanned, or came as a link of the house: "KC-0106/A1", "TANK/…", a name. */
export function numberIn(scanned: string): string {
  const inLink = /\/at\/([^?#\s]+)/.exec(scanned)?.[1];
  return (inLink === undefined ? scanned : decodeURIComponent(inLink)).trim();
}
