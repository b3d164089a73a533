import type { CardLang } from '../api/client'

// As their readers call them: one that the contract has and that is not here does not compile.
const names: Record<CardLang, string> = {
  en: 'English',
  de: 'Deutsch',
  fr: 'Français',
  es: 'Español',
  it: 'Italiano',
  nl: 'Nederlands',
}

/** Languages a card can be read in. */
export const languages = (Object.keys(names) as CardLang[]).map((id) => ({ id, name: names[id] }))
