import { X } from 'lucide-react'
import type { Catalogue, Product, Wants, ZoneInput } from '../api/client'
import { Field } from '../ui/Field'
import { Options } from '../ui/Options'
import { Slider } from '../ui/Slider'
import { Tick } from '../ui/Tick'
import { depths, hues } from '../ui/tones'
import { WordField } from '../ui/TypedFields'
import { DecorPanel } from './DecorPanel'
import { MOST_WEIGHT, noWants, told } from './wants'

const weighed: { id: keyof Wants['weights']; name: string }[] = [
  { id: 'wear', name: 'Hard wear' },
  { id: 'soon', name: 'Soon ready' },
  { id: 'repair', name: 'Easy to mend and keep' },
  { id: 'coats', name: 'Little work' },
  { id: 'smell', name: 'Little smell' },
  { id: 'cost', name: 'Little cost' },
]
const words = ['does not matter', 'as usual', 'matters', 'matters much', 'above all']

type Change = (part: Partial<Wants>) => void

/** What is wanted of a zone besides end use, look and sheen. Every change shows at once in the systems below. */
export function WantsPanel({
  zone,
  wants,
  set,
  catalogue,
  products,
  wrong,
  keep,
}: {
  zone: ZoneInput
  wants: Wants
  set: (w: Wants) => void
  catalogue: Catalogue
  products: Product[]
  wrong: (field: string) => string | undefined
  keep?: React.ReactNode
}) {
  const use = catalogue.endUses.find((u) => u.id === zone.endUse)
  const change: Change = (part) => set({ ...wants, ...part })
  const exposure = catalogue.places.find((p) => p.id === wants.place)?.class
  const lines = told(wants, catalogue.decorations)
  return (
    <details className="mb-5 border-y border-base-300">
      <summary className="min-h-12 cursor-pointer py-3">
        <b className="text-lg">What is wanted</b>{' '}
        <span className="opacity-85">
          {[catalogue.places.find((p) => p.id === wants.place)?.name, ...lines].join(' · ')}
        </span>
      </summary>
      <div className="grid gap-x-8 gap-y-5 pb-5 lg:grid-cols-3">
        <div className="space-y-4">
          <Field
            label="Where it will stand"
            error={wrong('place')}
            hint={
              [exposure && `${exposure} exposure by EN 927-1 (published).`, use?.note].filter(Boolean).join(' ') ||
              undefined
            }
          >
            {(ids) => (
              <select
                {...ids}
                className="select w-full"
                value={wants.place}
                onChange={(e) => change({ place: e.target.value })}
              >
                <Options of={catalogue.places} />
              </select>
            )}
          </Field>
          <div className="flex flex-wrap gap-2" role="group" aria-label="Rules of the house">
            <Tick label="No solvents" checked={wants.noSolvent} set={(noSolvent) => change({ noSolvent })} />
            <Tick label="Nothing to mix" checked={wants.noTwoPart} set={(noTwoPart) => change({ noTwoPart })} />
            <Tick label="No spray gun" checked={wants.noSpray} set={(noSpray) => change({ noSpray })} />
            <Tick label="No smell" checked={wants.lowSmell} set={(lowSmell) => change({ lowSmell })} />
            <Tick label="Buy nothing" checked={wants.onlyStock} set={(onlyStock) => change({ onlyStock })} />
            <Tick label="The date can move" checked={wants.dateMoves} set={(dateMoves) => change({ dateMoves })} />
            {use?.gates.some((g) => g.id === 'slip') && (
              <Tick
                label="Slip is measured on the finished floor"
                checked={wants.measureSlip}
                set={(measureSlip) => change({ measureSlip })}
              />
            )}
            <Tick label="What is there is dark" checked={wants.overDark} set={(overDark) => change({ overDark })} />
          </div>
          {zone.look === 'stained' && (
            <div className="grid gap-3 sm:grid-cols-2">
              <WordField
                label="Depth of stain"
                words={depths}
                value={wants.depth}
                onChange={(depth) => change({ depth })}
              />
              <WordField label="Its colour" words={hues} value={wants.hue} onChange={(hue) => change({ hue })} />
            </div>
          )}
          <Field
            label="Most for material"
            hint="leave empty for no limit; without a tin’s price a typical one counts"
            error={wrong('budget')}
          >
            {(ids) => (
              <input
                {...ids}
                className="input w-40"
                inputMode="decimal"
                maxLength={12}
                value={wants.budget}
                onChange={(e) => change({ budget: e.target.value.trim().replace(',', '.') })}
              />
            )}
          </Field>
          <Picked wants={wants} change={change} catalogue={catalogue} products={products} />
        </div>
        <Weighing weights={wants.weights} set={(weights) => change({ weights })} />
        <Asks wants={wants} change={change} catalogue={catalogue} asked={use?.asks ?? []} />
        <DecorPanel
          decor={wants.decor}
          set={(decor) => change({ decor })}
          catalogue={catalogue}
          products={products}
          wrong={wrong}
        />
        <div className="flex flex-wrap items-center gap-3 lg:col-span-3">
          {keep}
          {(lines.length > 0 || wants.place !== noWants.place) && (
            <button
              type="button"
              className="btn btn-ghost"
              onClick={() => set({ ...noWants, decisions: wants.decisions })}
            >
              Want nothing special
            </button>
          )}
        </div>
      </div>
    </details>
  )
}

/** What must be in it, and what was put aside. */
function Picked({
  wants,
  change,
  catalogue,
  products,
}: {
  wants: Wants
  change: Change
  catalogue: Catalogue
  products: Product[]
}) {
  const named = (id: number) => products.find((p) => p.ref.id === id)?.ref.name
  const pinned = wants.withId === 0 ? undefined : (named(wants.withId) ?? 'what you picked')
  const aside = [
    ...wants.without.map((id) => ({
      key: id,
      name: catalogue.families.find((f) => f.id === id)?.name ?? id,
      back: () => change({ without: wants.without.filter((o) => o !== id) }),
    })),
    ...wants.withoutIds.map((id) => ({
      key: String(id),
      name: named(id) ?? 'a product',
      back: () => change({ withoutIds: wants.withoutIds.filter((o) => o !== id) }),
    })),
  ]
  return (
    <>
      {pinned && (
        <p className="flex items-center gap-2">
          Only systems with <b>{pinned}</b>
          <button
            type="button"
            className="btn btn-ghost btn-square"
            aria-label={`Let go of ${pinned}`}
            onClick={() => change({ withId: 0 })}
          >
            <X size={16} aria-hidden="true" />
          </button>
        </p>
      )}
      {aside.length > 0 && (
        <ul aria-label="Put aside">
          {aside.map((a) => (
            <li key={a.key} className="flex items-center gap-2">
              <s>{a.name}</s>
              <button type="button" className="btn btn-ghost" onClick={a.back} aria-label={`Take back ${a.name}`}>
                Take back
              </button>
            </li>
          ))}
        </ul>
      )}
    </>
  )
}

function Weighing({ weights, set }: { weights: Wants['weights']; set: (w: Wants['weights']) => void }) {
  return (
    <div role="group" aria-label="What matters" className="space-y-2">
      <p className="font-semibold">What matters</p>
      {weighed.map(({ id, name }) => (
        <Slider
          key={id}
          label={name}
          value={weights[id]}
          min={0}
          max={MOST_WEIGHT}
          text={words[weights[id]] ?? ''}
          onChange={(v) => set({ ...weights, [id]: v })}
        />
      ))}
    </div>
  )
}

function Asks({
  wants,
  change,
  catalogue,
  asked,
}: {
  wants: Wants
  change: Change
  catalogue: Catalogue
  asked: number[]
}) {
  const asks = wants.asks ?? asked
  return (
    <div role="group" aria-label="What it must withstand" className="space-y-1">
      <p className="font-semibold">What it must withstand, 1 to 5</p>
      {catalogue.demands.map((name, d) => (
        <label key={name} className="flex items-center justify-between gap-3">
          {name}
          <select
            className="select w-20"
            value={asks[d]}
            onChange={(e) => change({ asks: asks.map((v, k) => (k === d ? Number(e.target.value) : v)) })}
          >
            {[1, 2, 3, 4, 5].map((v) => (
              <option key={v}>{v}</option>
            ))}
          </select>
        </label>
      ))}
      {wants.asks && (
        <button type="button" className="btn btn-ghost" onClick={() => change({ asks: undefined })}>
          As the end use has them
        </button>
      )}
    </div>
  )
}
