/** Money that can be picked, by ISO 4217; another that is kept stays. */
export const CURRENCIES = ['EUR', 'GBP', 'USD', 'AUD', 'CAD', 'CHF', 'DKK', 'NOK', 'NZD', 'PLN', 'SEK']
