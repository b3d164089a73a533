import { useQuery } from '@tanstack/react-query'
import { Download } from 'lucide-react'
import { useRef, useState, type KeyboardEvent, type ReactNode } from 'react'
import { Link } from 'react-router'
import type { Grid, Product } from '../api/client'
import { Field } from '../ui/Field'
import { JoinReason } from '../ui/JoinReason'
import { Options } from '../ui/Options'
import { Answered } from '../ui/Problem'
import { verdicts } from '../ui/verdict'
import { catalogueQuery, gridQuery, judgeQuery, productsQuery } from '../api/queries'

/** What a cell's letter means: by shape and word, with the verdict's colour behind. */
const cells: Record<string, { mark: string; word: string; colour: string }> = {
  s: { mark: '–', word: 'sound', colour: verdicts.sound.colour },
  p: { mark: 'v', word: 'prepare', colour: verdicts.prepare.colour },
  i: { mark: '+', word: 'a coat is missing between', colour: verdicts.prepare.colour },
  t: { mark: '?', word: 'test board', colour: verdicts.test.colour },
  r: { mark: '×', word: 'refused', colour: verdicts.refuse.colour },
}

export function GridView() {
  const products = useQuery(productsQuery)
  const [material, setMaterial] = useState('beech')
  const [endUse, setEndUse] = useState('')
  const params = { material, endUse: endUse || undefined }
  const query = useQuery(gridQuery(params))
  const address = `/api/grid/export?material=${material}${endUse && `&endUse=${endUse}`}`
  return (
    <>
      <div className="mb-4 flex flex-wrap items-end justify-between gap-4">
        <div>
          <h1>The shelf against itself</h1>
          <p className="opacity-85">
            Every coat over every other, as it would be planned. Arrow keys walk; Enter tells why.
          </p>
        </div>
        <a className="btn btn-outline" href={address} download="shelf-over-itself.csv">
          <Download size={18} aria-hidden="true" /> As CSV
        </a>
      </div>
      <Answered query={query} what="the verdicts">
        {(grid) => (
          <Answered query={products} what="the shelf">
            {(shelf) => (
              <>
                {grid.leftOut > 0 && (
                  <p className="mb-2 font-semibold">
                    The grid has room for {grid.products.length} products; {grid.leftOut} more stand on the shelf.
                  </p>
                )}
                <Walk grid={grid} shelf={shelf} material={material} endUse={endUse}>
                  <Life material={material} setMaterial={setMaterial} endUse={endUse} setEndUse={setEndUse} />
                </Walk>
              </>
            )}
          </Answered>
        )}
      </Answered>
    </>
  )
}

/** On which wood, and for which life. */
function Life({
  material,
  setMaterial,
  endUse,
  setEndUse,
}: {
  material: string
  setMaterial: (id: string) => void
  endUse: string
  setEndUse: (id: string) => void
}) {
  const catalogue = useQuery(catalogueQuery)
  return (
    <>
      <Field label="On">
        {(ids) => (
          <select {...ids} className="select w-40" value={material} onChange={(e) => setMaterial(e.target.value)}>
            <Options of={catalogue.data?.materials} />
          </select>
        )}
      </Field>
      <Field label="For">
        {(ids) => (
          <select {...ids} className="select w-52" value={endUse} onChange={(e) => setEndUse(e.target.value)}>
            <option value="">whatever its life</option>
            <Options of={catalogue.data?.endUses} />
          </select>
        )}
      </Field>
    </>
  )
}

const ALL = ''

const rowHead = 'sticky left-0 z-10 border-b border-base-300 px-2 text-left text-sm leading-tight'
const columnHead = 'sticky top-0 z-10 h-44 border-b border-l border-base-300 p-0 text-center align-bottom'
const upright =
  'inline-block max-h-40 rotate-180 overflow-hidden text-ellipsis whitespace-nowrap py-1 text-sm font-semibold ' +
  '[writing-mode:vertical-rl]'
const lit = (on: boolean) => (on ? 'bg-base-200' : 'bg-base-100')

function Walk({
  grid,
  shelf,
  material,
  endUse,
  children,
}: {
  grid: Grid
  shelf: Product[]
  material: string
  endUse: string
  children: ReactNode
}) {
  const [coats, setCoats] = useState(ALL)
  const [grounds, setGrounds] = useState(ALL)
  const [at, setAt] = useState({ row: 0, column: 0 })
  const [asked, setAsked] = useState<{ coat: number; ground: number }>()
  const table = useRef<HTMLTableElement>(null)
  const groupOf = (id: number) => shelf.find((p) => p.ref.id === id)?.groups[0] ?? ''
  const groups = [...new Set(grid.products.map((p) => groupOf(p.id)))]
  const shown = (group: string) =>
    grid.products.map((p, i) => ({ p, i })).filter(({ p }) => group === ALL || groupOf(p.id) === group)
  const rows = shown(coats)
  const columns = shown(grounds)
  const go = (row: number, column: number) => {
    const to = {
      row: Math.max(0, Math.min(rows.length - 1, row)),
      column: Math.max(0, Math.min(columns.length - 1, column)),
    }
    setAt(to)
    table.current?.querySelector<HTMLElement>(`[data-at="${to.row}.${to.column}"]`)?.focus()
  }
  const walk = (e: KeyboardEvent) => {
    const steps: Record<string, [number, number]> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
      PageUp: [-10, 0],
      PageDown: [10, 0],
      Home: [0, -columns.length],
      End: [0, columns.length],
    }
    const step = steps[e.key]
    if (!step) return
    e.preventDefault()
    go(at.row + step[0], at.column + step[1])
  }
  const focus = { row: Math.min(at.row, rows.length - 1), column: Math.min(at.column, columns.length - 1) }
  return (
    <>
      <div className="mb-3 flex flex-wrap items-end gap-4">
        <Group label="Coats" value={coats} set={setCoats} groups={groups} />
        <Group label="Over" value={grounds} set={setGrounds} groups={groups} />
        {children}
      </div>
      <Marks />
      <div className="grid gap-5 xl:grid-cols-[minmax(0,1fr)_22rem]">
        <div className="max-h-[70vh] overflow-auto border border-base-300" tabIndex={-1}>
          <table
            ref={table}
            role="grid"
            aria-label="Coats over grounds"
            className="border-separate border-spacing-0"
            onKeyDown={walk}
          >
            <Heads columns={columns} at={focus.column} />
            <tbody>
              {rows.map(({ p, i }, r) => (
                <tr key={i}>
                  <th scope="row" className={`${rowHead} ${lit(r === focus.row)}`}>
                    {p.name}
                  </th>
                  {columns.map(({ p: ground, i: g }, k) => {
                    const cell = cells[grid.cells[i]![g]!]!
                    const here = r === focus.row && k === focus.column
                    const groupStarts = k > 0 && groupOf(ground.id) !== groupOf(columns[k - 1]!.p.id)
                    const open = asked?.coat === i && asked.ground === g
                    return (
                      <td
                        key={g}
                        role="gridcell"
                        className={`border-b border-base-300 p-0 ${groupStarts ? 'border-l-3' : 'border-l'}`}
                      >
                        <button
                          type="button"
                          data-at={`${r}.${k}`}
                          tabIndex={here ? 0 : -1}
                          aria-label={`${p.name} over ${ground.name}: ${cell.word}`}
                          className={`block h-9 w-9 text-lg font-bold ${open ? 'outline-3 outline-primary' : ''}`}
                          style={{
                            color: cell.colour,
                            backgroundColor: `color-mix(in srgb, ${cell.colour} ${cell.mark === '–' ? 7 : 13}%, transparent)`,
                          }}
                          onFocus={() => setAt({ row: r, column: k })}
                          onClick={() => setAsked({ coat: i, ground: g })}
                        >
                          {cell.mark}
                        </button>
                      </td>
                    )
                  })}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <aside aria-label="Why" className="self-start">
          {asked ? (
            <Why
              coat={grid.products[asked.coat]!}
              ground={grid.products[asked.ground]!}
              material={material}
              endUse={endUse}
            />
          ) : (
            <p className="bg-base-200 p-4">Press a mark: why it is so stands here.</p>
          )}
        </aside>
      </div>
    </>
  )
}

function Marks() {
  return (
    <ul className="mb-3 flex flex-wrap gap-x-4 text-sm" aria-label="What the marks mean">
      {Object.values(cells).map((c) => (
        <li key={c.mark} className="flex items-center gap-1.5">
          <b className="inline-block w-5 text-center text-base" style={{ color: c.colour }}>
            {c.mark}
          </b>
          {c.word}
        </li>
      ))}
    </ul>
  )
}

function Heads({ columns, at }: { columns: { p: Grid['products'][number]; i: number }[]; at: number }) {
  return (
    <thead>
      <tr>
        <th className="sticky left-0 top-0 z-20 min-w-40 bg-base-100 p-2 text-left align-bottom text-sm">
          coat <span className="font-normal">over …</span>
        </th>
        {columns.map(({ p, i }, k) => (
          <th key={i} scope="col" className={`${columnHead} ${lit(k === at)}`}>
            <span className={upright} title={p.name}>
              {p.name}
            </span>
          </th>
        ))}
      </tr>
    </thead>
  )
}

function Group({
  label,
  value,
  set,
  groups,
}: {
  label: string
  value: string
  set: (g: string) => void
  groups: string[]
}) {
  return (
    <Field label={label}>
      {(ids) => (
        <select {...ids} className="select w-36" value={value} onChange={(e) => set(e.target.value)}>
          <option value={ALL}>all</option>
          {groups.map((g) => (
            <option key={g} value={g}>
              {g}
            </option>
          ))}
        </select>
      )}
    </Field>
  )
}

const PLAIN_AIR = { tempC: 23, rh: 50 } // the usual climate of labels, as the grid has it

function Why({
  coat,
  ground,
  material,
  endUse,
}: {
  coat: Grid['products'][number]
  ground: Grid['products'][number]
  material: string
  endUse: string
}) {
  const body = {
    material,
    layers: [{ productId: ground.id }],
    coat: { productId: coat.id },
    air: PLAIN_AIR,
    endUse: endUse || undefined,
    state: {},
  }
  const query = useQuery(judgeQuery(body))
  return (
    <Answered query={query} what="the reasons">
      {(judged) => (
        <>
          <JoinReason coat={{ product: coat, nothing: false }} join={judged.join} ground={ground.name} />
          <Link className="btn btn-ghost mt-2" to={`/may-i?ground=p${ground.id}&coat=p${coat.id}`}>
            When, in which state, and the way through
          </Link>
        </>
      )}
    </Answered>
  )
}
