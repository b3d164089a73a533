import type { Wants } from '../api/client'

/** How much a stain deepens wood. */
export const depths: Record<Wants['depth'], string> = {
  '': 'any, or not told',
  light: 'a little deeper',
  medium: 'clearly deeper',
  deep: 'much deeper',
}

/** The colour that it gives. */
export const hues: Record<Wants['hue'], string> = {
  '': 'any, or not told',
  honey: 'yellow to honey',
  red: 'red to red-brown',
  brown: 'brown',
  grey: 'grey',
  black: 'black',
}
