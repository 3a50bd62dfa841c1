/** Languages in which a report can be written for a client. The program itself speaks English. */
export const languages = {
  en: { name: 'English' },
  de: { name: 'Deutsch' },
  fr: { name: 'Français' },
  es: { name: 'Español' },
} as const;
export type LanguageId = keyof typeof languages;
export const languageIds = Object.keys(languages) as [LanguageId, ...LanguageId[]];
