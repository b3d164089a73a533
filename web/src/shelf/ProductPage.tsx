import { useQuery, useQueryClient } from '@tanstack/react-query'
import { Link, useParams } from 'react-router'
import { api, type ProductPage } from '../api/client'
import { BoardEntry } from '../boards/BoardEntry'
import { Answered, ProblemNote } from '../ui/Problem'
import { Diary } from './Diary'
import { Moves } from './Moves'
import { Tins } from './Tins'
import { SheetList } from './values'
import { judgedAnew, productQuery } from '../api/queries'
import { useSave } from '../api/saving'

/** One product whole: its sheet with the basis of every value, its tins, its diary, its boards. */
export function ProductView() {
  const { id = '' } = useParams()
  const query = useQuery(productQuery(Number(id)))
  return (
    <Answered query={query} what="the product">
      {(page) => <Page page={page} />}
    </Answered>
  )
}

function Page({ page }: { page: ProductPage }) {
  const { product: p } = page
  const client = useQueryClient()
  const retire = useSave({
    send: (_: void, headers) =>
      api.PUT('/products/{id}', {
        headers,
        params: { path: { id: p.ref.id } },
        body: { version: p.version, product: p.input, retired: !p.retired },
      }),
    onSuccess: () => judgedAnew(client),
  })
  return (
    <>
      <div className="mb-4 flex flex-wrap items-start justify-between gap-3">
        <div>
          <h1>{p.ref.name}</h1>
          <p className="opacity-85">
            {p.ref.family} · {[p.ref.maker, p.ref.colour, p.ref.sheen].filter(Boolean).join(', ')}
            {p.retired && <b className="text-error"> · retired: offered no more, old records keep it</b>}
            {p.neverAgain && <b className="text-error"> · never again</b>}
          </p>
        </div>
        <div className="no-print flex flex-wrap gap-2">
          <Link className="btn btn-primary" to={`/shelf/${p.ref.id}/edit`}>
            Change
          </Link>
          <Link className="btn btn-outline" to={`/shelf/new?like=${p.ref.id}`}>
            Duplicate
          </Link>
          <Link className="btn btn-outline" to={`/shelf/new?like=${p.ref.id}&variant`}>
            Another sheen
          </Link>
          <button type="button" className="btn btn-ghost" onClick={() => retire.mutate()} disabled={retire.isPending}>
            {p.retired ? 'Use it again' : 'Retire'}
          </button>
          <Link className="btn btn-ghost" to={`/may-i?ground=p${p.ref.id}`}>
            What may go over it?
          </Link>
        </div>
      </div>
      {retire.error && <ProblemNote problem={retire.error} />}
      <div className="grid grid-cols-[minmax(0,1fr)] gap-8 lg:grid-cols-[minmax(0,1.3fr)_minmax(0,1fr)]">
        <section aria-label="Its sheet" className="space-y-4">
          <p className="max-w-prose">{p.notes}</p>
          {p.statements.map((s) => (
            <p key={s} className="font-semibold">
              Its label. {s}
            </p>
          ))}
          {p.input.pairings.map((pair) => (
            <p key={pair.what + pair.sense}>
              <b>Label:</b> {pair.sense} <span className="text-sm opacity-85">{pair.source}</span>
            </p>
          ))}
          <SheetList values={p.values} />
          <dl className="grid grid-cols-[auto_minmax(0,1fr)] gap-x-4">
            {(
              [
                ['Tools', p.facts.tools],
                ['Thinner', p.facts.thinner],
                ['Clean-up', p.facts.cleanUp],
                ['Hazards', p.facts.hazards],
                ['Sold in', p.facts.soldIn],
                [
                  'VOC counted',
                  {
                    '': '',
                    ready_to_use: 'ready to use, water included',
                    less_water: 'less water and exempt solvents',
                  }[p.facts.vocBasis],
                ],
              ] as const
            ).map(
              ([term, told]) =>
                told && (
                  <div key={term} className="col-span-2 grid grid-cols-subgrid">
                    <dt className="font-semibold">{term}</dt>
                    <dd>{told}</dd>
                  </div>
                ),
            )}
          </dl>
          {p.cautions.map((c) => (
            <p key={c} className="border-l-4 border-warning bg-base-200 px-3 py-1">
              <b>Caution.</b> {c}
            </p>
          ))}
        </section>
        <div className="space-y-8">
          <Tins product={p.ref} tins={page.tins} />
          <Moves product={p.ref} moves={page.moves} covered={page.covered} label={p.input.label['spreadM2L']} />
          <Diary productId={p.ref.id} notes={page.notes} faults={page.faults} />
          <section aria-labelledby="its-boards">
            <h2 id="its-boards" className="mb-2">
              Its test boards
            </h2>
            {page.boards.length === 0 && <p>None yet.</p>}
            <ul className="divide-y divide-base-300">
              {page.boards.map((b) => (
                <BoardEntry key={b.id} board={b} />
              ))}
            </ul>
            <Link className="btn btn-ghost" to={`/shelf/boards?coat=${p.ref.id}`}>
              Make a board with it
            </Link>
          </section>
        </div>
      </div>
    </>
  )
}
