import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { Pin, ShoppingBasket } from 'lucide-react'
import { useState } from 'react'
import { useOutletContext, useSearchParams } from 'react-router'
import { Problem, type Calculated, type Calculator, type Piece } from '../api/client'
import { calculatedQuery, calculatorsQuery } from '../api/queries'
import { useTell, type Told } from '../log/tell'
import { lastWho } from '../log/who'
import { Field } from '../ui/Field'
import { Answered, ProblemNote } from '../ui/Problem'
import { useShow, type Show } from '../ui/show'
import { useSettled } from '../ui/useSettled'

/** The small sums at the bench: beside a piece its answers can be pinned to its log. */
export function ReckonView() {
  const piece = useOutletContext<Piece | undefined>()
  const query = useQuery(calculatorsQuery)
  return (
    <>
      {!piece && <h1 className="mb-4">Work something out</h1>}
      <Answered query={query} what="the calculators">
        {(all) => <Pick all={all} piece={piece} />}
      </Answered>
    </>
  )
}

function Pick({ all, piece }: { all: Calculator[]; piece: Piece | undefined }) {
  const [search, setSearch] = useSearchParams()
  const picked = all.find((c) => c.id === search.get('sum')) ?? all[0]!
  const groups = [...new Set(all.map((c) => c.group))]
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-6 md:grid-cols-[17rem_minmax(0,1fr)]">
      <nav aria-label="What to work out" className="max-md:hidden">
        {groups.map((g) => (
          <div key={g} className="mb-4">
            <h2 className="mb-1 text-base font-bold">{g}</h2>
            <ul>
              {all
                .filter((c) => c.group === g)
                .map((c) => (
                  <li key={c.id}>
                    <button
                      type="button"
                      aria-current={c.id === picked.id ? 'true' : undefined}
                      className={`min-h-11 w-full px-3 text-left ${c.id === picked.id ? 'bg-base-200 font-bold' : 'hover:bg-base-200'}`}
                      onClick={() => setSearch({ sum: c.id }, { replace: true })}
                    >
                      {c.name}
                    </button>
                  </li>
                ))}
            </ul>
          </div>
        ))}
      </nav>
      <div className="md:hidden">
        <Field label="What to work out">
          {(ids) => (
            <select
              {...ids}
              className="select w-full"
              value={picked.id}
              onChange={(e) => setSearch({ sum: e.target.value }, { replace: true })}
            >
              {groups.map((g) => (
                <optgroup key={g} label={g}>
                  {all
                    .filter((c) => c.group === g)
                    .map((c) => (
                      <option key={c.id} value={c.id}>
                        {c.name}
                      </option>
                    ))}
                </optgroup>
              ))}
            </select>
          )}
        </Field>
      </div>
      <Sum key={picked.id} calculator={picked} piece={piece} />
    </div>
  )
}

function Sum({ calculator: c, piece }: { calculator: Calculator; piece: Piece | undefined }) {
  const show = useShow()
  const inches = show.units === 'us'
  const [values, setValues] = useState<Record<string, string>>({})
  const settled = useSettled(values)
  const complete = c.inputs.every((i) => i.may || (settled[i.id] ?? '').trim() !== '')
  const query = useQuery({
    ...calculatedQuery(c.id, settled, inches),
    enabled: complete,
    placeholderData: keepPreviousData,
  })
  const problem = complete && query.error instanceof Problem ? query.error : undefined
  const answer = complete && !problem ? query.data : undefined
  const ofWhatIsTyped = JSON.stringify(settled) === JSON.stringify(values) && !query.isPlaceholderData
  return (
    <section aria-label={c.name} className="max-w-2xl">
      <h2 className="mb-3">{c.name}</h2>
      <div className="grid grid-cols-2 gap-3">
        {c.inputs.map((i) => (
          <Field
            key={i.id}
            label={i.name}
            hint={i.may ? 'may be left out' : undefined}
            error={problem?.at(`/values/${i.id}`)}
          >
            {(ids) => (
              <label className="input w-full">
                <input
                  {...ids}
                  autoComplete="off"
                  placeholder={i.takes === 'length' && inches ? '' : i.example}
                  value={values[i.id] ?? ''}
                  onChange={(e) => setValues({ ...values, [i.id]: e.target.value })}
                />
                <span className="opacity-80">{unitOf[i.takes]?.(inches)}</span>
              </label>
            )}
          </Field>
        ))}
      </div>
      {problem && problem.fields.length === 0 && <ProblemNote problem={problem} />}
      <output aria-label="What it comes to" className="mt-4 block">
        {answer ? (
          <Figures answer={answer} />
        ) : (
          <span className="opacity-85">Fill in what is asked, and it stands here.</span>
        )}
      </output>
      {answer && piece && <PinIt piece={piece} calculator={c} answer={answer} current={ofWhatIsTyped} />}
      <p className="mt-3 text-sm opacity-85">Basis: {c.basis}.</p>
    </section>
  )
}

/** What a bare number is in. */
const unitOf: Partial<Record<Calculator['inputs'][number]['takes'], (inches: boolean) => string>> = {
  length: (inches) => (inches ? 'in' : 'cm'),
  volume: () => 'L',
  percent: () => '%',
  film: () => 'µm',
  area: () => 'm²',
  density: () => 'kg/L',
}

function Figures({ answer }: { answer: Calculated }) {
  const show = useShow()
  return (
    <div className="border-l-4 border-primary bg-base-200 px-4 py-3">
      <dl className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-6 gap-y-1">
        {answer.results.map((r) => (
          <div key={r.name} className="contents">
            <dt>{r.name}</dt>
            <dd className="text-right font-bold">{figure(r, show)}</dd>
          </div>
        ))}
      </dl>
      <p className="mt-2 text-sm">{answer.sum}</p>
      {answer.note && <p className="mt-1 text-sm">{answer.note}</p>}
    </div>
  )
}

function figure({ value, unit }: Calculated['results'][number], show: Show): string {
  switch (unit) {
    case 'L':
      return value < 0.1 ? show.little(value) : show.volume(value)
    case 'kg':
    case 'm':
      return show.part(value, unit)
    case 'um':
      return show.measure(show.measures.film, value)
    case 'm2/L':
      return show.spread(value)
    case 'm2':
      return show.measure(show.measures.area, value)
    case 'g/L':
      return `${show.number(value, 1)} g/L`
    default:
      return show.number(value)
  }
}

/** Where it stands once the server has it; until then it waits here, and that is said. */
const kept = (told: Told[], where: string) =>
  told.some((t) => 'press' in t) ? 'Kept on this device, to be sent' : where

/** Keeps an answer as a note in the piece's log: never one of what was typed before, while the next is on its way. */
function PinIt({
  piece,
  calculator,
  answer,
  current,
}: {
  piece: Piece
  calculator: Calculator
  answer: Calculated
  current: boolean
}) {
  const show = useShow()
  const { tell, busy, problem } = useTell(piece)
  const [pinned, setPinned] = useState<{ text: string; told: Told }>()
  const [listed, setListed] = useState<{ text: string; told: Told[] }>()
  const text = `${calculator.name}: ${answer.results.map((r) => `${r.name} ${figure(r, show)}`).join('; ')}. ${answer.sum}.`
  const pin = async () => {
    const told = await tell('Worked out', { kind: 'note', text, who: lastWho() })
    if (told) setPinned({ text, told })
  }
  const onList = listed?.text === text ? listed.told : []
  const list = async () => {
    const done = [...onList] // pressed again after a refusal, it goes on from there
    for (const b of answer.buys.slice(done.length)) {
      const told = await tell('Something is to be bought', { kind: 'part_wanted', ...b, who: lastWho() })
      if (!told) return
      done.push(told)
      setListed({ text, told: [...done] })
    }
  }
  const isPinned = pinned?.text === text
  const isListed = answer.buys.length > 0 && onList.length === answer.buys.length
  return (
    <div className="mt-3">
      <button
        type="button"
        className="btn btn-outline"
        disabled={busy || isPinned || !current}
        onClick={() => void pin()}
      >
        <Pin size={16} aria-hidden="true" />{' '}
        {isPinned ? kept([pinned.told], 'Pinned to its log') : 'Pin it to this piece'}
      </button>
      {answer.buys.length > 0 && (
        <button
          type="button"
          className="btn btn-outline ml-2"
          disabled={busy || isListed || !current}
          onClick={() => void list()}
        >
          <ShoppingBasket size={16} aria-hidden="true" />{' '}
          {isListed ? kept(onList, 'On the shopping list') : 'Put what it takes on the shopping list'}
        </button>
      )}
      {problem && <ProblemNote problem={problem} />}
    </div>
  )
}
