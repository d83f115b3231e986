/** Whose hand writes: a name, or empty while nobody has one. It is set for the length of one transaction (`server/write.ts`). */
export interface Hand {
  by: string;
}
