import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Diagnosis, Fault, Piece, ZoneInput } from '../api/client'
import { diagnoseQuery, faultsQuery } from '../api/queries'
import { Lines } from '../ui/Lines'
import { usePiece } from '../ui/PieceFrame'
import { Answered } from '../ui/Problem'
import { useShow } from '../ui/show'
import { picked } from '../ui/picked'
import { TextField } from '../ui/TypedFields'
import { useKept } from '../ui/useKept'
import { useZone, ZoneTabs } from '../ui/ZoneTabs'
import { Picture } from './pictures'
import { Remedy } from './Remedy'

interface Asked {
  fault: string // '' = none yet
  yes: string[]
  no: string[]
}

const nothing: Asked = { fault: '', yes: [], no: [] }

/** Something looks wrong: what is seen, why by this piece's own record, and what to do now. */
export function WrongView() {
  const piece = usePiece()
  const here = useZone(piece, () => true)
  const faults = useQuery(faultsQuery)
  return (
    <>
      <ZoneTabs piece={piece} view="wrong" open={here} state={() => ''} />
      <Answered query={faults} what="what may go wrong">
        {(all) => <Finding key={here.zone.id} piece={piece} zone={here.zone} faults={all} />}
      </Answered>
    </>
  )
}

function Finding({ piece, zone, faults }: { piece: Piece; zone: ZoneInput; faults: Fault[] }) {
  const kept = useKept<Asked>(`wrong-${piece.id}-${zone.id}`, () => nothing)
  const asked = kept.value
  const query = useQuery({ ...diagnoseQuery(piece.id, zone.id!, asked), enabled: asked.fault !== '' })
  const say = (fact: string, so: boolean) =>
    kept.set({
      ...asked,
      yes: so ? [...asked.yes, fact] : asked.yes,
      no: so ? asked.no : [...asked.no, fact],
    })
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-8 lg:grid-cols-[minmax(0,24rem)_minmax(0,1fr)]">
      <WhatIsSeen faults={faults} seen={asked.fault} see={(fault) => kept.set({ ...nothing, fault })} />
      <section aria-label="Why, and what to do" className="min-w-0">
        {asked.fault === '' ? (
          <p className="bg-base-200 p-4">
            Hands off first: most harm is done in the first ten minutes. Say what is seen, and the likeliest cause
            stands here.
          </p>
        ) : (
          <Answered query={query} what="the causes">
            {(d) => (
              <>
                <button type="button" className="btn btn-ghost mb-2 lg:hidden" onClick={() => kept.set(nothing)}>
                  Something else is seen
                </button>
                <Why d={d} />
                <Asking d={d} say={say} anew={() => kept.set({ ...nothing, fault: asked.fault })} said={asked} />
                <ToDo d={d} pieceId={piece.id} />
                {piece.stage !== 'handed_over' && (
                  <Remedy key={asked.fault} piece={piece} zone={zone} fault={asked.fault} d={d} />
                )}
              </>
            )}
          </Answered>
        )}
      </section>
    </div>
  )
}

const choice = 'flex min-h-11 w-full items-start gap-3 rounded-field border px-3 py-2 text-left leading-snug'

function WhatIsSeen({ faults, seen, see }: { faults: Fault[]; seen: string; see: (fault: string) => void }) {
  const [text, setText] = useState('')
  const words = text.toLowerCase().split(/\s+/).filter(Boolean)
  const shown = faults.filter((f) => words.every((w) => `${f.name} ${f.seen}`.toLowerCase().includes(w)))
  const groups = [...new Set(shown.map((f) => f.group))]
  return (
    <div className={seen === '' ? '' : 'max-lg:hidden'}>
      <TextField
        label="What is seen"
        hint="a word of it: rings, sticky, white, peels …"
        value={text}
        onChange={setText}
      />
      <div className="mt-3 max-h-[70vh] overflow-y-auto">
        {groups.map((g) => (
          <section key={g} aria-label={g} className="mb-4">
            <h2 className="mb-1">{g}</h2>
            <ul className="space-y-1">
              {shown
                .filter((f) => f.group === g)
                .map((f) => (
                  <li key={f.id}>
                    <button
                      type="button"
                      aria-pressed={seen === f.id}
                      className={`${choice} ${picked(seen === f.id)}`}
                      onClick={() => see(f.id)}
                    >
                      <Picture drawn={f.drawn} />
                      <span className="min-w-0">
                        <b className="block first-letter:uppercase">{f.name}</b>
                        <span className="text-sm opacity-85">{f.seen}</span>
                      </span>
                    </button>
                  </li>
                ))}
            </ul>
          </section>
        ))}
        {shown.length === 0 && <p>Nothing of that name. Try another word, or none.</p>}
      </div>
    </div>
  )
}

const MOST_SHOWN = 3

function Why({ d }: { d: Diagnosis }) {
  const show = useShow()
  const [first, second] = d.suspects
  return (
    <>
      <h2 className="first-letter:uppercase">{d.name}</h2>
      <p className="mb-3 opacity-85">{d.seen}</p>
      <p role="status" className="text-lg">
        {d.sureness === 'sure' && (
          <>
            Most likely: <b>{first!.words}</b>.
          </>
        )}
        {d.sureness === 'between' && (
          <>
            Either <b>{first!.words}</b>, or <b>{second!.words}</b>.
          </>
        )}
        {d.sureness === 'unsure' && <>It cannot be told from here: test before anything is done.</>}
      </p>
      <ol className="mt-3 divide-y divide-base-300 border-y border-base-300">
        {d.suspects.slice(0, MOST_SHOWN).map((s) => (
          <li key={s.id} className="py-2">
            <p className="flex justify-between gap-4">
              <b className="first-letter:uppercase">{s.words}</b>
              <span className="whitespace-nowrap">{show.number(s.share * 100)} %</span>
            </p>
            <ul className="list-disc pl-5 text-sm">
              {s.for.map((e) => (
                <li key={e.words}>
                  {e.words} <span className="opacity-85">({e.from})</span>
                </li>
              ))}
              {s.before !== undefined && (
                <li>
                  found on this product {s.before === 1 ? 'once' : `${s.before} times`} within the year{' '}
                  <span className="opacity-85">(its diary)</span>
                </li>
              )}
            </ul>
            <p className="text-sm">
              <b>What settles it:</b> {s.settles}
            </p>
          </li>
        ))}
      </ol>
      <p className="mt-1 text-sm">
        <i className="underline decoration-wavy underline-offset-4">Weights are an estimate of practice.</i> What stands
        in the record was not asked.
      </p>
    </>
  )
}

function Asking({
  d,
  say,
  anew,
  said,
}: {
  d: Diagnosis
  say: (fact: string, so: boolean) => void
  anew: () => void
  said: Asked
}) {
  const told = said.yes.length + said.no.length
  return (
    <div className="mt-5">
      <h2 className="mb-1">What would tell more</h2>
      <ul className="divide-y divide-base-300">
        {d.ask.map((a) => (
          <li key={a.id} className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1 py-1">
            <span className="first-letter:uppercase">{a.name}?</span>
            <span className="flex gap-2">
              <button
                type="button"
                className="btn btn-outline"
                aria-label={`Yes: ${a.name}`}
                onClick={() => say(a.id, true)}
              >
                Yes
              </button>
              <button
                type="button"
                className="btn btn-ghost"
                aria-label={`No: ${a.name}`}
                onClick={() => say(a.id, false)}
              >
                No
              </button>
            </span>
          </li>
        ))}
      </ul>
      {told > 0 && (
        <button type="button" className="btn btn-ghost" onClick={anew}>
          Ask afresh
        </button>
      )}
    </div>
  )
}

function ToDo({ d, pieceId }: { d: Diagnosis; pieceId: number }) {
  const show = useShow()
  return (
    <div className="mt-5">
      <h2 className="mb-1">What to do</h2>
      {d.cautions.length > 0 && (
        <ul aria-label="Cautions" className="mb-3 space-y-2 border-l-4 border-warning bg-base-200 px-3 py-2">
          {d.cautions.map((text) => (
            <li key={text}>{text}</li>
          ))}
        </ul>
      )}
      <Lines
        of={[
          ['While it is wet', d.wet],
          ['Before the next coat', d.dry],
          ['Weeks on', d.later === d.dry ? '' : d.later],
          ['Better left alone', d.leave],
          ['Another time', d.next],
          ['By hand', d.minutes > 0 ? `about ${show.minutes(d.minutes)} here` : `${d.cost} min`],
          ['And a wait', d.wait],
        ]}
      />
      <p className="mt-4">
        Tell what the coat shows, or what was done, on the{' '}
        <Link className="link font-semibold" to={`/pieces/${pieceId}/plan`}>
          plan
        </Link>
        : it holds the next coat back. Whether a coat named here may go over what lies there is asked at{' '}
        <Link className="link font-semibold" to="/may-i">
          May I?
        </Link>
      </p>
    </div>
  )
}
