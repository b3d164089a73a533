/** Display units. The server speaks SI; these factors are exact by definition (1 ft = 0.3048 m, 1 US gal = 3.785411784 L). */
export type Units = 'metric' | 'us'

export interface Measure {
  unit: string
  digits: number
  fromSI: (v: number) => number
  toSI: (v: number) => number
}

const scaled = (unit: string, perUnit: number, digits: number): Measure => ({
  unit,
  digits,
  fromSI: (v) => v / perUnit,
  toSI: (v) => v * perUnit,
})

const FOOT = 0.3048
const INCH = FOOT / 12

export const measures: Record<Units, { temp: Measure; area: Measure; side: Measure; volume: Measure; film: Measure }> = {
  metric: {
    temp: scaled('°C', 1, 0),
    area: scaled('m²', 1, 2),
    side: scaled('cm', 0.01, 1),
    volume: scaled('mL', 0.001, 0),
    film: scaled('µm', 1, 0),
  },
  us: {
    temp: { unit: '°F', digits: 0, fromSI: (c) => 1.8 * c + 32, toSI: (f) => (f - 32) / 1.8 },
    area: scaled('ft²', FOOT * FOOT, 1),
    side: scaled('in', INCH, 1),
    volume: scaled('fl oz', 3.785411784 / 128, 1),
    film: scaled('mil', 25.4, 1),
  },
}

/** Reads a number as people type it: with a comma or a point. NaN when it is none. */
export function readNumber(text: string): number {
  return text.trim() === '' ? NaN : Number(text.trim().replace(',', '.'))
}
