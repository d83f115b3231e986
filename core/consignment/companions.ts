/** What travels along and is no animal. */
export const companionKinds = ['plant', 'moss', 'filter-media', 'food', 'other'] as const;
