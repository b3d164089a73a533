import { useQuery } from '@tanstack/react-query'
import { X } from 'lucide-react'
import { Problem, type Catalogue, type Decor, type DecorationKind, type DecorLayout, type Product } from '../api/client'
import { Field, MeasureInput } from '../ui/Field'
import { useShow, type Show } from '../ui/show'
import { whole } from '../ui/units'
import { decorationQuery } from '../api/queries'
import { useSettled } from '../ui/useSettled'

const measureNames: Record<string, { name: string; hint?: string }> = {
  lengthM: { name: 'Length' },
  widthM: { name: 'Width' },
  bandM: { name: 'Stripe, about' },
  motifM: { name: 'Motif’s length' },
  motifWidthM: { name: 'Motif’s width', hint: 'empty: as long as it is wide' },
  gapM: { name: 'Gap', hint: 'below 0: an overlap' },
  count: { name: 'How many frames' },
  stockM: { name: 'Stick’s length' },
  depthM: { name: 'Depth' },
}
const hintFor = (kind: DecorationKind, m: string) =>
  m === 'widthM' && kind.id !== 'stripes' && kind.measures.includes('gapM')
    ? 'empty: one row, as a border'
    : measureNames[m]?.hint

/** Decorations that are wished for, in the order that hands take them, each with its sums. */
export function DecorPanel({
  decor,
  set,
  catalogue,
  products,
  wrong,
}: {
  decor: Decor[]
  set: (d: Decor[]) => void
  catalogue: Catalogue
  products: Product[]
  wrong: (field: string) => string | undefined
}) {
  const order = (d: Decor) => catalogue.decorations.findIndex((k) => k.id === d.kind)
  const kinds = catalogue.decorations.filter((k) => !decor.some((d) => d.kind === k.id))
  const add = (kind: string) => set([...decor, { kind, measures: {}, shares: [] }].sort((a, b) => order(a) - order(b)))
  return (
    <div role="group" aria-label="Decoration" className="space-y-4 border-t border-base-300 pt-4 lg:col-span-3">
      <div className="flex flex-wrap items-center gap-3">
        <p className="font-semibold">Decoration, in the order of the work</p>
        <select className="select w-56" aria-label="Add a decoration" value="" onChange={(e) => add(e.target.value)}>
          <option value="" disabled>
            Add one
          </option>
          {kinds.map((k) => (
            <option key={k.id} value={k.id}>
              {k.name}
            </option>
          ))}
        </select>
      </div>
      {decor.map((d, i) => (
        <DecorFields
          key={d.kind}
          decor={d}
          kind={catalogue.decorations.find((k) => k.id === d.kind)!}
          products={products}
          set={(part) => set(decor.map((o, k) => (k === i ? { ...o, ...part } : o)))}
          remove={() => set(decor.filter((_, k) => k !== i))}
          wrong={(f) => wrong(`decor/${i}/${f}`)}
        />
      ))}
    </div>
  )
}

function DecorFields({
  decor,
  kind,
  products,
  set,
  remove,
  wrong,
}: {
  decor: Decor
  kind: DecorationKind
  products: Product[]
  set: (part: Partial<Decor>) => void
  remove: () => void
  wrong: (f: string) => string | undefined
}) {
  const show = useShow()
  const may = products.filter(
    (p) => kind.families.includes(p.input.family) || (kind.anyPaint && p.groups.includes('paint')),
  )
  const body = { kind: kind.id, measures: decor.measures, shares: decor.shares }
  const measured = Object.keys(decor.measures).length > 0
  const query = useQuery({ ...decorationQuery(useSettled(body)), enabled: measured })
  const problem = query.error instanceof Problem ? query.error : undefined
  const put = (m: string, v: number | undefined) => {
    const measures = { ...decor.measures }
    if (v === undefined || Number.isNaN(v)) delete measures[m]
    else measures[m] = v
    set({ measures })
  }
  return (
    <section aria-label={kind.name} className="border-l-4 border-secondary pl-4">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h3 className="text-base font-bold">{kind.name}</h3>
        <button
          type="button"
          className="btn btn-ghost btn-square"
          aria-label={`Leave out: ${kind.name}`}
          onClick={remove}
        >
          <X size={18} aria-hidden="true" />
        </button>
      </div>
      {wrong('kind') && <p className="text-sm font-semibold text-error">{wrong('kind')}</p>}
      <div className="mt-1 grid grid-cols-2 gap-x-4 gap-y-3 sm:grid-cols-3 lg:grid-cols-6">
        {(kind.families.length > 0 || kind.anyPaint) && (
          <div className="col-span-2">
            <Field label="Laid with">
              {(ids) => (
                <select
                  {...ids}
                  className="select w-full"
                  value={decor.productId ?? ''}
                  onChange={(e) => set({ productId: e.target.value === '' ? undefined : Number(e.target.value) })}
                >
                  <option value="">what suits</option>
                  {may.map((p) => (
                    <option key={p.ref.id} value={p.ref.id}>
                      {p.ref.name}
                    </option>
                  ))}
                </select>
              )}
            </Field>
          </div>
        )}
        {kind.measures.map((m) => (
          <Field
            key={m}
            label={measureNames[m]?.name ?? m}
            hint={hintFor(kind, m)}
            error={measured ? (problem?.at(`/measures/${m}`) ?? wrong(`measures/${m}`)) : undefined}
          >
            {(ids) => (
              <MeasureInput
                {...ids}
                measure={m === 'count' ? whole('') : show.measures.side}
                value={decor.measures[m]}
                onChange={(v) => put(m, v)}
              />
            )}
          </Field>
        ))}
      </div>
      {kind.id === 'resin' && <Shares decor={decor} set={set} error={problem?.at('/measures/shares')} />}
      {measured && query.data && !problem && <Sums layout={query.data} show={show} name={kind.name} />}
      <details className="mt-2">
        <summary className="min-h-11 cursor-pointer py-2 font-semibold">
          How, and what it means <span className="font-normal italic">practice</span>
        </summary>
        <dl className="grid gap-x-4 gap-y-1 sm:grid-cols-[6rem_1fr]">
          {[
            ['How', kind.how],
            ['Waits', kind.waits],
            ['Seal', kind.seal],
            ['Wear', kind.effect],
          ].map(([term, text]) => (
            <div key={term} className="contents">
              <dt className="font-semibold">{term}</dt>
              <dd>{text}</dd>
            </div>
          ))}
        </dl>
        {kind.caution && <p className="mt-1 font-semibold text-warning">{kind.caution}</p>}
      </details>
    </section>
  )
}

const MOST_SHARES = 12

/** The colours of a pour, by volume. */
function Shares({ decor, set, error }: { decor: Decor; set: (part: Partial<Decor>) => void; error?: string }) {
  const put = (i: number, part: Partial<Decor['shares'][number]>) =>
    set({ shares: decor.shares.map((s, k) => (k === i ? { ...s, ...part } : s)) })
  return (
    <div className="mt-3 space-y-2">
      {decor.shares.map((s, i) => (
        <div key={i} className="flex flex-wrap items-center gap-2">
          <input
            className="input w-48"
            aria-label={`Colour ${i + 1}`}
            value={s.name}
            maxLength={60}
            onChange={(e) => put(i, { name: e.target.value })}
          />
          <div className="w-32">
            <MeasureInput
              id={`share-${i}`}
              aria-label={`Parts of ${s.name || `colour ${i + 1}`}`}
              measure={whole('parts')}
              value={s.parts}
              onChange={(v) => put(i, { parts: v === undefined || Number.isNaN(v) ? 0 : v })}
            />
          </div>
          <button
            type="button"
            className="btn btn-ghost btn-square"
            aria-label={`Leave out ${s.name || `colour ${i + 1}`}`}
            onClick={() => set({ shares: decor.shares.filter((_, k) => k !== i) })}
          >
            <X size={18} aria-hidden="true" />
          </button>
        </div>
      ))}
      {error && <p className="text-sm font-semibold text-error">{error}</p>}
      <button
        type="button"
        className="btn btn-outline"
        disabled={decor.shares.length >= MOST_SHARES}
        onClick={() => set({ shares: [...decor.shares, { name: `Colour ${decor.shares.length + 1}`, parts: 1 }] })}
      >
        Add a colour
      </button>
    </div>
  )
}

const WIDE = 1000 // of the drawing's own units

function Sums({ layout, show, name }: { layout: DecorLayout; show: Show; name: string }) {
  const value = (f: DecorLayout['facts'][number]) => {
    switch (f.unit) {
      case 'm':
        return show.measure(show.measures.side, f.value)
      case 'm²':
        return show.measure(show.measures.area, f.value)
      case 'L':
        return show.volume(f.value)
      default:
        return show.number(f.value)
    }
  }
  const at = (m: number) => (m / layout.spanM) * WIDE
  return (
    <div className="mt-3" role="status">
      {layout.spanM > 0 && (
        <svg
          viewBox={`0 0 ${WIDE} 60`}
          preserveAspectRatio="none"
          className="block h-12 w-full max-w-3xl"
          role="img"
          aria-label={`${name}: ${layout.bands.length} across ${show.measure(show.measures.side, layout.spanM)}`}
        >
          <rect
            width={WIDE}
            height="60"
            fill="#f2efe6"
            stroke="#24201b"
            strokeOpacity="0.5"
            vectorEffect="non-scaling-stroke"
          />
          {layout.bands.map((b) => (
            <rect
              key={b.fromM}
              x={at(b.fromM)}
              y="6"
              width={at(b.toM) - at(b.fromM)}
              height="48"
              fill="#44535b"
              stroke="#f2efe6"
              vectorEffect="non-scaling-stroke"
            />
          ))}
          <line
            x1={WIDE / 2}
            x2={WIDE / 2}
            y1="0"
            y2="60"
            stroke="#b3261e"
            strokeDasharray="4 3"
            vectorEffect="non-scaling-stroke"
          />
        </svg>
      )}
      <dl className="mt-1 flex flex-wrap gap-x-6 gap-y-1">
        {layout.facts.map((f) => (
          <div key={f.name} className="flex gap-2">
            <dt>{f.name}</dt>
            <dd className="font-semibold">{value(f)}</dd>
          </div>
        ))}
      </dl>
      {layout.cuts.length > 0 && (
        <p className="mt-1">Cut, outer edge: {cutList(layout.cuts, (m) => show.measure(show.measures.side, m))}.</p>
      )}
    </div>
  )
}

/** Lengths to cut, equal ones counted. */
function cutList(cuts: number[], length: (m: number) => string): string {
  const counted = new Map<string, number>()
  for (const c of cuts) counted.set(length(c), (counted.get(length(c)) ?? 0) + 1)
  return [...counted].map(([l, n]) => `${n} × ${l}`).join(', ')
}
