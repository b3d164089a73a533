import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useSearchParams } from 'react-router'
import { api, Problem, type BoardInput, type Catalogue, type Product } from '../api/client'
import { useShow } from '../ui/show'
import { todayIn } from '../ui/time'
import { TextField, WordField } from '../ui/TypedFields'
import { Field } from '../ui/Field'
import { Options } from '../ui/Options'
import { Answered, ProblemNote } from '../ui/Problem'
import { Tick } from '../ui/Tick'
import { DayInput } from '../ui/When'
import { BoardEntry } from './BoardEntry'
import { CrossCut } from './CrossCut'
import { BARE, GroundField, NOT_PICKED } from './GroundField'
import { classes, drops, rubs } from './words'
import { boardsQuery, catalogueQuery, judgedAnew, productsQuery } from '../api/queries'
import { useSave } from '../api/saving'
import { picked } from '../ui/picked'

/** Test boards: how one is made, what it showed, and so which doubts are settled here. */
export function BoardsView() {
  const boards = useQuery(boardsQuery)
  const products = useQuery(productsQuery)
  const catalogue = useQuery(catalogueQuery)
  return (
    <>
      <h1>Test boards</h1>
      <p className="mb-5 max-w-prose opacity-85">
        A board that passed settles what competent finishers argue about, for this pair and in this workshop. It never
        outweighs physics or safety.
      </p>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-8 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
        <div className="space-y-8">
          <HowTo />
          <section aria-labelledby="made">
            <h2 id="made" className="mb-1">
              Made so far
            </h2>
            <Answered query={boards} what="the boards">
              {(all) =>
                all.length === 0 ? (
                  <p>None yet.</p>
                ) : (
                  <ul className="divide-y divide-base-300 border-y border-base-300">
                    {all.map((b) => (
                      <BoardEntry key={b.id} board={b} />
                    ))}
                  </ul>
                )
              }
            </Answered>
          </section>
        </div>
        <Answered query={products} what="the shelf">
          {(p) => (
            <Answered query={catalogue} what="the woods">
              {(c) => <BoardForm products={p.filter((o) => !o.retired)} catalogue={c} />}
            </Answered>
          )}
        </Answered>
      </div>
    </>
  )
}

function HowTo() {
  return (
    <section aria-labelledby="how" className="bg-base-200 p-4">
      <h2 id="how" className="mb-2">
        How to make one
      </h2>
      <ol className="list-decimal space-y-1 pl-5">
        <li>
          Take an offcut of the same wood, sanded as the piece will be, and lay the ground as you would on the piece,
          with its waits.
        </li>
        <li>Lay the coat, in the same air. Leave it a week, or until its label calls it fully hardened.</li>
        <li>
          Cross-cut: six cuts each way through the film, 2 mm apart on wood, brush, press tape on, pull it off slowly;
          compare with the pictures <span className="text-sm">(as ISO 2409 and ASTM D3359 B do; from memory)</span>.
        </li>
        <li>
          Solvent rub: a cloth with the coat’s own thinner, ten double rubs. Water drop: an hour, covered, then look a
          day later.
        </li>
        <li>Date it, name it, photograph it, keep it.</li>
      </ol>
      <p className="mt-2 border-l-4 border-warning bg-base-100 px-3 py-1">
        <b>Caution.</b> Cut away from you. Gloves and air for the solvent; the cloth dries flat outdoors.
      </p>
    </section>
  )
}

function BoardForm({ products, catalogue }: { products: Product[]; catalogue: Catalogue }) {
  const client = useQueryClient()
  const [params] = useSearchParams()
  const { workshop } = useShow()
  const today = () => todayIn(workshop?.timeZone)
  const blank = (): BoardInput => ({
    groundId: Number(params.get('ground') ?? NOT_PICKED),
    coatId: Number(params.get('coat') ?? 0),
    material: params.get('material') ?? '',
    oldFinish: params.get('finish') ?? '',
    crossCut: 0,
    solventRub: 'not_tried',
    waterDrop: 'not_tried',
    passed: false,
    who: '',
    madeOn: today(),
    note: '',
  })
  const [draft, setDraft] = useState(blank)
  const add = useSave({
    send: (_: void, headers) => api.POST('/boards', { headers, body: draft }),
    onSuccess: () => {
      setDraft(blank())
      return judgedAnew(client)
    },
  })
  const set = (change: Partial<BoardInput>) => {
    if (add.error) add.reset()
    setDraft({ ...draft, ...change })
  }
  const wrong = (pointer: string) => (add.error instanceof Problem ? add.error.at(pointer) : undefined)
  return (
    <form
      noValidate
      aria-label="A new board"
      className="space-y-5 self-start"
      onSubmit={(e) => {
        e.preventDefault()
        add.mutate()
      }}
    >
      <h2>What a board showed</h2>
      <div className="grid gap-4 sm:grid-cols-2">
        <Field label="Coat" error={wrong('/coatId')}>
          {(ids) => (
            <select
              {...ids}
              className="select w-full"
              value={draft.coatId}
              onChange={(e) => set({ coatId: Number(e.target.value) })}
            >
              <option value={0} disabled>
                Choose one
              </option>
              {products.map((p) => (
                <option key={p.ref.id} value={p.ref.id}>
                  {p.ref.name}
                </option>
              ))}
            </select>
          )}
        </Field>
        <GroundField
          value={draft.oldFinish || draft.groundId}
          set={set}
          error={wrong('/groundId') ?? wrong('/oldFinish')}
          products={products}
          finishes={catalogue.finishes}
        />
        <Field label="On" error={wrong('/material')}>
          {(ids) => (
            <select
              {...ids}
              className="select w-full"
              value={draft.material}
              onChange={(e) => set({ material: e.target.value })}
            >
              <option value="" disabled={draft.groundId === BARE}>
                {draft.groundId === BARE ? 'Choose one' : 'whatever the wood'}
              </option>
              <Options of={catalogue.materials} />
            </select>
          )}
        </Field>
        <Field label="Made on" error={wrong('/madeOn')}>
          {(ids) => <DayInput {...ids} value={draft.madeOn} onChange={(d) => set({ madeOn: d || today() })} />}
        </Field>
      </div>
      <CrossCutField value={draft.crossCut} set={(crossCut) => set({ crossCut })} />
      <div className="grid gap-4 sm:grid-cols-2">
        <WordField
          label="Solvent rub"
          words={rubs}
          value={draft.solventRub}
          onChange={(solventRub) => set({ solventRub })}
        />
        <WordField
          label="Water drop"
          words={drops}
          value={draft.waterDrop}
          onChange={(waterDrop) => set({ waterDrop })}
        />
        <TextField
          label="Who made it"
          hint="initials will do"
          error={wrong('/who')}
          value={draft.who}
          onChange={(text) => set({ who: text })}
        />
        <TextField label="Note" value={draft.note} onChange={(text) => set({ note: text })} />
      </div>
      <div>
        <Tick label="It passed" checked={draft.passed} set={(passed) => set({ passed })} />
        {wrong('/passed') && <p className="mt-1 text-sm font-semibold text-error">{wrong('/passed')}</p>}
      </div>
      {add.error && !(add.error instanceof Problem && add.error.fields.length > 0) && (
        <ProblemNote problem={add.error} />
      )}
      <button type="submit" className="btn btn-primary btn-lg" disabled={add.isPending}>
        {add.isPending ? 'Saving…' : 'Keep this board'}
      </button>
    </form>
  )
}

function CrossCutField({ value, set }: { value: number; set: (cls: number) => void }) {
  return (
    <fieldset>
      <legend className="mb-2 font-semibold">Cross-cut: which picture is it?</legend>
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-3">
        {classes.map((meaning, cls) => (
          <label key={cls} className={`flex cursor-pointer gap-3 rounded-field border-2 p-2 ${picked(value === cls)}`}>
            <span>
              <input
                type="radio"
                name="cross-cut"
                className="radio radio-sm mb-1"
                checked={value === cls}
                onChange={() => set(cls)}
                aria-label={`Class ${cls}`}
              />
              <CrossCut class={cls} size={64} />
            </span>
            <span className="text-sm leading-tight">
              <b className="block text-base">{cls}</b>
              {meaning}
            </span>
          </label>
        ))}
      </div>
    </fieldset>
  )
}
