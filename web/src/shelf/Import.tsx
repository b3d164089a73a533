import { useMutation, useQueryClient } from '@tanstack/react-query'
import { Download, Upload } from 'lucide-react'
import { useId, useState } from 'react'
import { Link } from 'react-router'
import { api, ask, type ImportReport } from '../api/client'
import { ProblemNote } from '../ui/Problem'
import { judgedAnew } from '../api/queries'
import { type PressHeaders, useSave } from '../api/saving'
import { Tick } from '../ui/Tick'

type Format = 'csv' | 'json'

interface How {
  dryRun: boolean
  leaveOut: boolean
  emptyCells: boolean
}

/** Products in and out of open formats. A dry run comes first: nothing is saved before it has been seen. */
export function ImportView() {
  const id = useId()
  const client = useQueryClient()
  const [file, setFile] = useState<File>()
  const [emptyCells, setEmptyCells] = useState(false)
  const send = (f: File, query: How, headers: Partial<PressHeaders>) => {
    const format: Format = f.name.toLowerCase().endsWith('.json') ? 'json' : 'csv'
    return api.POST('/shelf/import', {
      params: { query: { format, ...query } },
      headers: { 'Content-Type': 'application/octet-stream', ...headers },
      body: '',
      bodySerializer: () => f,
    })
  }
  const dry = useMutation({
    mutationFn: ({ f, emptyCells }: { f: File; emptyCells: boolean }) =>
      ask(send(f, { dryRun: true, leaveOut: false, emptyCells }, {})),
  })
  const look = (f: File, emptyCells: boolean) => {
    take.reset()
    dry.mutate({ f, emptyCells })
  }
  const take = useSave({
    send: ({ f, leaveOut }: { f: File; leaveOut: boolean }, headers) =>
      send(f, { dryRun: false, leaveOut, emptyCells }, headers),
    onSuccess: () => judgedAnew(client),
  })
  const report = take.data ?? dry.data
  return (
    <>
      <h1 className="mb-1">Import and export</h1>
      <p className="mb-5 max-w-prose opacity-85">
        CSV for spreadsheets, JSON for programs; docs/formats.md tells how they read. Values are kept in the words of
        their labels, so that what goes out comes back the same.
      </p>
      <div className="grid gap-8 lg:grid-cols-2">
        <section aria-labelledby="out">
          <h2 id="out" className="mb-2">
            Out
          </h2>
          <div className="flex flex-wrap gap-2">
            {(['csv', 'json'] as const).map((f) => (
              <a key={f} className="btn btn-outline" href={`/api/shelf/export?format=${f}`} download={`shelf.${f}`}>
                <Download size={18} aria-hidden="true" /> The shelf as {f.toUpperCase()}
              </a>
            ))}
          </div>
        </section>
        <section aria-labelledby="in">
          <h2 id="in" className="mb-2">
            In
          </h2>
          <label htmlFor={id} className="btn btn-primary has-focus-visible:outline-3">
            <Upload size={18} aria-hidden="true" /> {dry.isPending ? 'Reading…' : 'Choose a CSV or JSON file'}
            <input
              id={id}
              type="file"
              className="sr-only"
              accept=".csv,.json,text/csv,application/json"
              onChange={(e) => {
                const f = e.target.files?.[0]
                e.target.value = ''
                if (!f) return
                setFile(f)
                look(f, emptyCells)
              }}
            />
          </label>
          <div className="mt-3 max-w-prose">
            <Tick
              label="Empty cells take away what is there"
              checked={emptyCells}
              set={(on) => {
                setEmptyCells(on)
                if (file && !report?.saved) look(file, on)
              }}
            />
            <p className="mt-1 text-sm opacity-85">
              Unticked, a column that is missing and a cell that is empty leave a value alone.
            </p>
          </div>
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
      {report && (
        <Report
          report={report}
          file={file}
          busy={take.isPending}
          take={(leaveOut) => file && take.mutate({ f: file, leaveOut })}
        />
      )}
    </>
  )
}

/** What became of a file, or would, and the press that takes it in. */
function Report({
  report,
  file,
  busy,
  take,
}: {
  report: ImportReport
  file?: File
  busy: boolean
  take: (leaveOut: boolean) => void
}) {
  const good = report.added + report.changed
  return (
    <section aria-labelledby="report" className="mt-6">
      <h2 id="report">{report.saved ? 'Taken in' : 'What would become of it'}</h2>
      <p className="mb-3">
        {file?.name}, read as {report.encoding}: <b>{report.added}</b> added, <b>{report.changed}</b> changed,{' '}
        {report.same} the same, <b className={report.refused > 0 ? 'text-error' : ''}>{report.refused}</b> refused.
        {!report.saved && ' Nothing is saved yet.'}
      </p>
      {!report.saved && file && (
        <div className="mb-4 flex flex-wrap items-center gap-3">
          {report.refused === 0 && good > 0 && (
            <button type="button" className="btn btn-primary btn-lg" disabled={busy} onClick={() => take(false)}>
              Take all of it in
            </button>
          )}
          {report.refused > 0 && good > 0 && (
            <>
              <span>Mend the lines below and choose the file again, or</span>
              <button type="button" className="btn btn-outline" disabled={busy} onClick={() => take(true)}>
                Take in the other {good}
              </button>
            </>
          )}
          {good === 0 && <span>Nothing in it is new.</span>}
        </div>
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

function Lines({ report }: { report: ImportReport }) {
  const lines = [...report.lines].sort((a, b) => Number(b.what === 'refused') - Number(a.what === 'refused'))
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-left">
        <thead>
          <tr className="border-b-2 border-base-300">
            <th className="py-1 pr-4">Line</th>
            <th className="pr-4">Product</th>
            <th className="pr-4">Becomes</th>
            <th>Why</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((l) => (
            <tr key={l.line} className="border-b border-base-300 align-top">
              <td className="py-1 pr-4">{l.line}</td>
              <td className="pr-4 font-semibold">{l.name || 'unnamed'}</td>
              <td className={`pr-4 ${l.what === 'refused' ? 'font-bold text-error' : ''}`}>{l.what}</td>
              <td>
                {l.problems.map((p) => (
                  <span key={p.column + p.detail} className="block">
                    {p.column && <b>{p.column}: </b>}
                    {p.detail}
                  </span>
                ))}
                {l.changes?.join(', ')}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
