/** Languages that papers for a receiver are written in. */
export const languageIds = ['en', 'es', 'de', 'pt', 'fr', 'id'] as const;
export type Language = (typeof languageIds)[number];
export const languageNames: Record<Language, string> = {
  en: 'English',
  es: 'Español',
  de: 'Deutsch',
  pt: 'Português',
  fr: 'Français',
  id: 'Bahasa Indonesia',
};
