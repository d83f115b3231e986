/** What each role may do, in a line. */
export const roleWords: Record<string, string> = {
  owner: 'owner: everything',
  helper: 'helper: Bench, packing, arrival, quarantine, readings',
  looker: 'viewer: sees, changes nothing',
};
