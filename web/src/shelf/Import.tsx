import { useMutation, useQueryClient } from '@tanstack/react-query'
import { Download, Upload } from 'lucide-react'
import { useId, useState, type ReactNode } from 'react'
import { Link } from 'react-router'
import { api, ask, type ImportLine, type ImportReport, type ValueChange } from '../api/client'
import { ProblemNote } from '../ui/Problem'
import { judgedAnew } from '../api/queries'
import { type PressHeaders, useSave } from '../api/saving'
import { Tick } from '../ui/Tick'

/** How a file is taken in; what stands before its decimals is told once it is asked. */
interface How {
  emptyCells: boolean
  decimal?: 'point' | 'comma'
}

interface Sent extends How {
  dryRun: boolean
  leaveOut: boolean
}

/** Products in and out of open formats. A dry run comes first: nothing is saved before it has been seen. */
export function ImportView() {
  const id = useId()
  const client = useQueryClient()
  const [file, setFile] = useState<File>()
  const [how, setHow] = useState<How>({ emptyCells: false })
  const [seen, setSeen] = useState<ImportReport>() // stays on screen while the file is read anew
  const send = (f: File, query: Sent, headers: Partial<PressHeaders>) =>
    api.POST('/shelf/import', {
      params: { query },
      headers: { 'Content-Type': 'application/octet-stream', ...headers },
      body: '',
      bodySerializer: () => f,
    })
  const dry = useMutation({
    mutationFn: ({ f, how }: { f: File; how: How }) => ask(send(f, { dryRun: true, leaveOut: false, ...how }, {})),
    onSuccess: setSeen,
  })
  const take = useSave({
    send: ({ f, leaveOut }: { f: File; leaveOut: boolean }, headers) =>
      send(f, { dryRun: false, leaveOut, ...how }, headers),
    onSuccess: () => judgedAnew(client),
  })
  const look = (f: File, how: How) => {
    setHow(how)
    take.reset()
    dry.mutate({ f, how })
  }
  const report = take.data ?? seen
  return (
    <>
      <h1 className="mb-1">Import and export</h1>
      <p className="mb-5 max-w-prose opacity-85">
        Values stay in the words of their labels: what goes out comes back the same.{' '}
        <a className="link" href="/formats" target="_blank" rel="noreferrer">
          The columns and what they take
        </a>
      </p>
      <div className="grid gap-8 lg:grid-cols-2">
        <Out />
        <section aria-labelledby="in">
          <h2 id="in" className="mb-2">
            In
          </h2>
          <label htmlFor={id} className="btn btn-primary has-focus-visible:outline-3">
            <Upload size={18} aria-hidden="true" /> {dry.isPending ? 'Reading…' : 'Choose a file'}
            <input
              id={id}
              type="file"
              className="sr-only"
              accept=".csv,.tsv,.txt,.xlsx,.json,text/csv,application/json"
              onChange={(e) => {
                const f = e.target.files?.[0]
                e.target.value = ''
                if (!f) return
                setFile(f)
                setSeen(undefined)
                look(f, { emptyCells: false })
              }}
            />
          </label>
          <p className="mt-2 text-sm opacity-85">
            A spreadsheet (.xlsx), CSV of any kind, or our JSON. You see what would change first.
          </p>
          <div role="status">
            {(dry.isPending || take.isPending) && (
              <progress
                className="progress mt-3 w-56"
                aria-label={dry.isPending ? 'Reading the file' : 'Taking it in'}
              />
            )}
          </div>
        </section>
      </div>
      {(dry.error ?? take.error) && <ProblemNote problem={(dry.error ?? take.error)!} />}
      {report && file && (
        <Report
          report={report}
          file={file}
          how={how}
          look={(how) => look(file, how)}
          busy={take.isPending}
          take={(leaveOut) => take.mutate({ f: file, leaveOut })}
        />
      )}
    </>
  )
}

function Out() {
  const [mark, setMark] = useState(false)
  return (
    <section aria-labelledby="out">
      <h2 id="out" className="mb-2">
        Out
      </h2>
      <div className="flex flex-wrap gap-2">
        <a className="btn btn-outline" href={`/api/shelf/export?format=csv&byteOrderMark=${mark}`} download="shelf.csv">
          <Download size={18} aria-hidden="true" /> The shelf as CSV
        </a>
        <a className="btn btn-outline" href="/api/shelf/export?format=json" download="shelf.json">
          <Download size={18} aria-hidden="true" /> The shelf as JSON
        </a>
      </div>
      <div className="mt-2 max-w-prose">
        <Tick label="My spreadsheet spoils ä, é or µ" checked={mark} set={setMark} />
      </div>
    </section>
  )
}

interface ReportProps {
  report: ImportReport
  file: File
  how: How
  look: (how: How) => void
  busy: boolean
  take: (leaveOut: boolean) => void
}

/** What became of a file, or would; what is to be asked first; and the press that takes it in. */
function Report({ report, file, how, look, busy, take }: ReportProps) {
  const unclear = report.lines.flatMap((l) => l.unclear.map((c) => ({ line: l.line, ...c })))
  const empty = report.lines.flatMap((l) => l.empty.map((c) => ({ line: l.line, name: l.name, ...c })))
  return (
    <section aria-labelledby="report" className="mt-6">
      <h2 id="report">{report.saved ? 'Taken in' : 'What would become of it'}</h2>
      <Counts report={report} file={file} />
      {!report.saved && unclear.length > 0 && (
        <HowMeant unclear={unclear} say={(decimal) => look({ ...how, decimal })} />
      )}
      {!report.saved && unclear.length === 0 && <Take report={report} busy={busy} take={take} />}
      {!report.saved && empty.length > 0 && (
        <Question
          title={
            how.emptyCells
              ? `${values(empty.length)} will be taken away`
              : `Left as they are, empty in the file: ${values(empty.length)}`
          }
        >
          <Tick
            label="Take away what stands empty in the file"
            checked={how.emptyCells}
            set={(on) => look({ ...how, emptyCells: on })}
          />
          <ul className="mt-2 max-h-60 overflow-y-auto">
            {empty.map((c) => (
              <li key={`${c.line}-${c.column}`}>
                {c.name}: {c.title} <Was change={c} gone={how.emptyCells} />
              </li>
            ))}
          </ul>
        </Question>
      )}
      {report.aside.length > 0 && (
        <p className="mb-4">
          Set aside, since nothing here is called so:{' '}
          {report.aside.map((c) => `${c.column}${c.detail && `. ${c.detail}`}`).join('; ')}
        </p>
      )}
      {report.saved && (
        <p className="mb-4">
          <Link className="link" to="/shelf">
            To the shelf
          </Link>
        </p>
      )}
      <Lines report={report} />
    </section>
  )
}

const values = (n: number) => (n === 1 ? '1 value' : `${n} values`)

function Counts({ report, file }: { report: ImportReport; file: File }) {
  const became = report.saved ? ['new', 'changed'] : ['would be new', 'would change']
  return (
    <p className="mb-3">
      {file.name}, read as {report.read}: <b>{report.new}</b> {became[0]}, <b>{report.change}</b> {became[1]},{' '}
      {report.same} the same, <b className={report.refused > 0 ? 'text-error' : ''}>{report.refused}</b> refused.
      {!report.saved && ' Nothing is saved yet.'}
    </p>
  )
}

interface Unclear {
  line: number
  column: string
  detail: string
}

/** A number that can be read in two ways: what it means tells what stands before the file's decimals. */
function HowMeant({ unclear, say }: { unclear: Unclear[]; say: (decimal: 'point' | 'comma') => void }) {
  const number = /[1-9]\d{0,2}[.,]\d{3}/.exec(unclear[0]?.detail ?? '')?.[0] ?? ''
  const byPoint = number.includes('.')
  const small = String(Number(number.replace(',', '.')))
  const large = number.replace(/[.,]/, '')
  return (
    <Question title={`How is ${number} meant?`}>
      <p className="mb-2">
        {unclear.length === 1 ? 'One number' : `${unclear.length} numbers`} can be read in two ways:{' '}
        {unclear
          .slice(0, 4)
          .map((c) => `${c.detail} in ${c.column}, line ${c.line}`)
          .join('; ')}
        {unclear.length > 4 && ' …'}. Nothing is taken in before you say.
      </p>
      <div className="flex flex-wrap gap-2">
        <button type="button" className="btn btn-primary" onClick={() => say(byPoint ? 'point' : 'comma')}>
          It is {small}
        </button>
        <button type="button" className="btn btn-primary" onClick={() => say(byPoint ? 'comma' : 'point')}>
          It is {large}
        </button>
      </div>
    </Question>
  )
}

function Question({ title, children }: { title: string; children: ReactNode }) {
  const id = useId()
  return (
    <section aria-labelledby={id} className="mb-4 max-w-prose rounded-box border-2 border-warning p-4">
      <h3 id={id} className="mb-2 font-semibold">
        {title}
      </h3>
      {children}
    </section>
  )
}

function Take({ report, busy, take }: Pick<ReportProps, 'report' | 'busy' | 'take'>) {
  const good = report.new + report.change
  if (good === 0) return <p className="mb-4">Nothing in it is new.</p>
  return (
    <div className="mb-4 flex flex-wrap items-center gap-3">
      {report.refused === 0 ? (
        <button type="button" className="btn btn-primary btn-lg" disabled={busy} onClick={() => take(false)}>
          Take all of it in
        </button>
      ) : (
        <>
          <span>Mend the lines below and choose the file again, or</span>
          <button type="button" className="btn btn-outline" disabled={busy} onClick={() => take(true)}>
            Take in the other {good}
          </button>
        </>
      )}
    </div>
  )
}

/** What a value was, struck out where it goes. */
function Was({ change, gone }: { change: ValueChange; gone: boolean }) {
  return gone ? <del>{change.was}</del> : <span className="opacity-85">stays {change.was}</span>
}

const words: Record<ImportLine['what'], string> = {
  new: 'new',
  change: 'changes',
  same: 'the same',
  refused: 'refused',
}
const first: ImportLine['what'][] = ['refused', 'change', 'new', 'same']

function Lines({ report }: { report: ImportReport }) {
  const lines = [...report.lines].sort((a, b) => first.indexOf(a.what) - first.indexOf(b.what))
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-left">
        <thead>
          <tr className="border-b-2 border-base-300">
            <th className="py-1 pr-4">Line</th>
            <th className="pr-4">Product</th>
            <th className="pr-4">Becomes</th>
            <th>What changes, and why not</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((l) => (
            <tr key={l.line} className="border-b border-base-300 align-top">
              <td className="py-1 pr-4">{l.line}</td>
              <td className="pr-4 font-semibold">{l.name || 'unnamed'}</td>
              <td className={`pr-4 ${l.what === 'refused' ? 'font-bold text-error' : ''}`}>{words[l.what]}</td>
              <td>
                {l.problems.map((p) => (
                  <span key={p.column + p.detail} className="block">
                    {p.column && <b>{p.column}: </b>}
                    {p.detail}
                  </span>
                ))}
                {l.changes.map((c) => (
                  <span key={c.column} className="block">
                    {c.title}: {c.was && <del className="opacity-85">{c.was}</del>}{' '}
                    {c.is ? <b>{c.is}</b> : 'taken away'}
                  </span>
                ))}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
