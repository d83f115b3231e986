import { profileOf, type House } from '@/server/house';
import { orderChoices, partyDraft } from '@/server/order/view';
import { feedPath } from '@/server/bench/feed-key';
import { ownAssumptions } from './assumptions';
import { practises } from '@/server/devices/devices';
import { keysOf, measuresOf, unitsOf } from './settings';

/** Everything under Settings. */
export function settingsView(house: House) {
  const profile = profileOf(house);
  return {
    own: ownAssumptions(house),
    profile: partyDraft(profile),
    papers: profile.papers ?? '',
    licence: profile.licence ?? '',
    currency: profile.currency ?? 'EUR',
    places: orderChoices(house, null).places,
    units: unitsOf(house),
    measures: measuresOf(house),
    keys: keysOf(house),
    practises: practises(house),
    feed: feedPath(house),
  };
}
export type SettingsView = ReturnType<typeof settingsView>;
