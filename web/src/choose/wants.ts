import type { System, Wants } from '../api/client'
import type { Show } from '../ui/show'

/** Nothing more than end use, look and sheen; weights as usual. */
export const noWants: Wants = { place: 'heated', noSolvent: false, noTwoPart: false, noSpray: false, lowSmell: false, onlyStock: false, without: [], withoutIds: [], withId: 0, weights: { wear: 1, soon: 1, repair: 1, smell: 0, coats: 1 } }

const inOrder = ({ weights: k, ...w }: Wants) => JSON.stringify([w.place, w.asks ?? 0, w.noSolvent, w.noTwoPart, w.noSpray, w.lowSmell, w.onlyStock, w.without, w.withoutIds, w.withId, k.wear, k.soon, k.repair, k.smell, k.coats])

/** Whether two wishes ask the same, however their fields are ordered. */
export const sameWants = (a: Wants, b: Wants) => inOrder(a) === inOrder(b)

export const MOST_WEIGHT = 4

/** What is wanted, in a line. */
export function told(w: Wants): string[] {
  const out = [w.noSolvent && 'no solvents', w.noTwoPart && 'nothing to mix', w.noSpray && 'no spray gun', w.lowSmell && 'no smell', w.onlyStock && 'only what is in stock', w.asks && 'demands set by hand', w.withId > 0 && 'with a product of your choice']
  const aside = w.without.length + w.withoutIds.length
  if (aside > 0) out.push(aside === 1 ? 'one thing put aside' : `${aside} things put aside`)
  const usual = noWants.weights
  if ((Object.keys(usual) as (keyof typeof usual)[]).some((k) => w.weights[k] !== usual[k])) out.push('weighed your way')
  return out.filter((t): t is string => typeof t === 'string')
}

/** What the tins in stock are short of, in a line. */
export const toBuy = (s: System, show: Show) => s.buy.map((n) => `${n.product.name}, ${show.volume(n.litres)}`).join('; ')
