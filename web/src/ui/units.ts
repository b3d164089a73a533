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
const GALLON = 3.785411784
const POUND = 0.45359237

interface Measures {
  temp: Measure
  area: Measure
  side: Measure
  film: Measure
  pace: Measure
  little: Measure // of a liquid
  weight: Measure // of a tin on the scale, in kg
  heavy: Measure // likewise, of much
  run: Measure // of tape, of a moulding
}

export const measures: Record<Units, Measures> = {
  metric: {
    temp: scaled('°C', 1, 0),
    area: scaled('m²', 1, 2),
    side: scaled('cm', 0.01, 1),
    film: scaled('µm', 1, 0),
    pace: scaled('min/m²', 1, 1),
    little: scaled('mL', 0.001, 0),
    weight: scaled('g', 0.001, 0),
    heavy: scaled('kg', 1, 2),
    run: scaled('m', 1, 1),
  },
  us: {
    temp: { unit: '°F', digits: 0, fromSI: (c) => 1.8 * c + 32, toSI: (f) => (f - 32) / 1.8 },
    area: scaled('ft²', FOOT * FOOT, 1),
    side: scaled('in', INCH, 1),
    film: scaled('mil', 25.4, 1),
    pace: scaled('min/ft²', 1 / (FOOT * FOOT), 2),
    little: scaled('fl oz', GALLON / 128, 1),
    weight: scaled('oz', POUND / 16, 1),
    heavy: scaled('lb', POUND, 2),
    run: scaled('ft', FOOT, 0),
  },
}

/** A count, with what is counted behind it. */
export const whole = (unit: string): Measure => ({ unit, digits: 0, fromSI: (v) => v, toSI: (v) => v })

export const FT2_PER_GALLON = GALLON / (FOOT * FOOT) // to a m²/L
export const TABLESPOON_ML = (GALLON / 256) * 1000

const MUCH = 10 // litres or gallons; hundredths of more than that are no knowledge

/** Litres in the unit a finisher would buy them in, smaller units for smaller amounts. */
export function volume(units: Units, litres: number): { amount: number; unit: string; digits: number } {
  if (units === 'metric')
    return litres < 1
      ? { amount: litres > 0 ? Math.max(1, litres * 1000) : 0, unit: 'mL', digits: 0 }
      : { amount: litres, unit: 'L', digits: litres < MUCH ? 2 : 1 }
  if (litres < GALLON / 4) return { amount: (litres / GALLON) * 128, unit: 'fl oz', digits: 1 }
  return litres < GALLON
    ? { amount: (litres / GALLON) * 4, unit: 'qt', digits: 2 }
    : { amount: litres / GALLON, unit: 'gal', digits: litres < MUCH * GALLON ? 2 : 1 }
}

/** Reads a number as people type it: with a comma or a point. NaN when it is none. */
export function readNumber(text: string): number {
  return text.trim() === '' ? NaN : Number(text.trim().replace(',', '.'))
}
