/** What is said of a cancelled shipment where something is asked of it. */
export const cancelled = {
  noCard: (code: string) => `${code} is cancelled: there is no card to send.`,
  noStep: (code: string) => `${code} is cancelled. Undo the cancellation first.`,
  emptied: (bagId: string) => `bag ${bagId} is empty again`,
} as const;
