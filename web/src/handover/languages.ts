import type { CardLang } from '../api/client'

/** Languages a card can be read in, as their readers call them. */
export const languages: { id: CardLang; name: string }[] = [
  { id: 'en', name: 'English' },
  { id: 'de', name: 'Deutsch' },
  { id: 'fr', name: 'Français' },
  { id: 'es', name: 'Español' },
]
