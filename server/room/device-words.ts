/** What a browser says it runs on, in a word: enough to tell two phones of a list apart. */
export const deviceOf = (agent: string): string =>
  /iPad|Tablet/i.test(agent) ? 'a tablet' : /Mobi|Android|iPhone/i.test(agent) ? 'a phone' : 'a computer';
