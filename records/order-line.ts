/** A line of an order as its form begins: text in every field. */
export const blankLine = (id: string) => ({
  id,
  speciesId: '',
  count: '',
  size: '',
  lengthCm: '',
  massG: '',
  sex: 'unsexed',
  grade: '',
  variety: '',
  tank: '',
  lotId: '',
  into: '',
});
