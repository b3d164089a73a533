import type { Decision, System, Wants } from '../api/client'
import type { Show } from '../ui/show'

/** Nothing more than end use, look and sheen; weights as usual. */
export const noWants: Wants = {
  place: 'heated',
  noSolvent: false,
  noTwoPart: false,
  noSpray: false,
  lowSmell: false,
  onlyStock: false,
  dateMoves: false,
  overDark: false,
  depth: '',
  hue: '',
  measureSlip: false,
  budget: '',
  decor: [],
  decisions: [],
  without: [],
  withoutIds: [],
  withId: 0,
  weights: { wear: 1, soon: 1, repair: 1, smell: 0, coats: 1, cost: 0 },
}

const inOrder = ({ weights: k, ...w }: Wants) =>
  JSON.stringify([
    w.place,
    w.asks ?? 0,
    w.noSolvent,
    w.noTwoPart,
    w.noSpray,
    w.lowSmell,
    w.onlyStock,
    w.dateMoves,
    w.overDark,
    w.depth,
    w.hue,
    w.measureSlip,
    w.budget,
    w.decor.map((d) => [
      d.kind,
      d.productId ?? 0,
      Object.entries(d.measures).sort(),
      d.shares.map((s) => [s.name, s.parts]),
    ]),
    w.decisions.map((d) => [d.rule, d.coatId, d.groundId, d.how, d.reason, d.who, d.on]),
    w.without,
    w.withoutIds,
    w.withId,
    k.wear,
    k.soon,
    k.repair,
    k.smell,
    k.coats,
    k.cost,
  ])

/** Whether two wishes ask the same, however their fields are ordered. */
export const sameWants = (a: Wants, b: Wants) => inOrder(a) === inOrder(b)

/** The same wishes for another zone: what it must withstand and what was measured stay its own. */
export const alsoFor = (wants: Wants, own: Wants | undefined): Wants => ({
  ...wants,
  asks: own?.asks,
  decisions: own?.decisions ?? [],
  decor: wants.decor.map((d) => ({ ...d, measures: own?.decor.find((o) => o.kind === d.kind)?.measures ?? {} })),
})

type Join = Pick<Decision, 'rule' | 'coatId' | 'groundId'>

export const sameJoin = (a: Join, b: Join) => a.rule === b.rule && a.coatId === b.coatId && a.groundId === b.groundId

export const MOST_WEIGHT = 4

/** What is wanted, in a line. */
export function told(w: Wants, kinds: { id: string; name: string }[]): string[] {
  const out = [
    w.noSolvent && 'no solvents',
    w.noTwoPart && 'nothing to mix',
    w.noSpray && 'no spray gun',
    w.lowSmell && 'no smell',
    w.onlyStock && 'only what is in stock',
    w.dateMoves && 'the date can move',
    w.overDark && 'over dark',
    (w.depth !== '' || w.hue !== '') && `stained ${[w.depth, w.hue].filter(Boolean).join(' ')}`,
    w.measureSlip && 'slip measured on the floor',
    w.budget !== '' && `material up to ${w.budget}`,
    w.asks && 'demands set by hand',
    w.withId !== 0 && 'with a product of your choice',
  ]
  out.push(...w.decor.map((d) => kinds.find((k) => k.id === d.kind)?.name ?? d.kind))
  if (w.decisions.length > 0) out.push('with a decision of your own')
  const aside = w.without.length + w.withoutIds.length
  if (aside > 0) out.push(aside === 1 ? 'one thing put aside' : `${aside} things put aside`)
  const usual = noWants.weights
  if ((Object.keys(usual) as (keyof typeof usual)[]).some((k) => w.weights[k] !== usual[k]))
    out.push('weighed your way')
  return out.filter((t): t is string => typeof t === 'string')
}

/** What the tins in stock are short of, in a line. */
export const toBuy = (s: System, show: Show) =>
  s.buy.map((n) => `${n.product.name}, ${show.amount(n.litres, n.product)}`).join('; ')
