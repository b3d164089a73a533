import { keepPreviousData, queryOptions, type QueryClient } from '@tanstack/react-query'
import {
  api,
  ask,
  Problem,
  type Air,
  type Brief,
  type DecorMeasuring,
  type JudgeInput,
  type LayerAsked,
  type Piece,
  type PieceInput,
  type ProductInput,
  type Trial,
  type Workshop,
  type CardLang,
  type Measured,
} from './client'
import { clockTold } from './clock'

/*
 * Every question that the screens ask, under its key, and below what each change makes old. An answer that is no longer
 * wanted is given up: the server stops working on it.
 */

const MINUTE = 60_000
const BENCH_AGAIN = 20_000

/** What can be picked anywhere: it ships with the server and does not change under our feet. */
export const catalogueQuery = queryOptions({
  queryKey: ['catalogue'],
  queryFn: ({ signal }) => ask(api.GET('/catalogue', { signal })),
  staleTime: Infinity,
})

/** Kinds of coating that what a tin calls itself may mean. */
export const kindsQuery = (called: string) =>
  queryOptions({
    queryKey: ['kinds', called],
    queryFn: ({ signal }) => ask(api.GET('/kinds', { params: { query: { called } }, signal })),
    enabled: called.trim().length > 2,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  })

export const rulesQuery = queryOptions({
  queryKey: ['rules'],
  queryFn: ({ signal }) => ask(api.GET('/rules', { signal })),
  staleTime: Infinity,
})

export const faultsQuery = queryOptions({
  queryKey: ['faults'],
  queryFn: ({ signal }) => ask(api.GET('/faults', { signal })),
  staleTime: Infinity,
})

/** Why a zone shows a fault, by its record and by what is said besides. */
export const diagnoseQuery = (id: number, zoneId: number, body: { fault: string; yes: string[]; no: string[] }) =>
  queryOptions({
    queryKey: ['piece', id, 'diagnose', zoneId, body],
    queryFn: ({ signal }) =>
      ask(api.POST('/pieces/{id}/zones/{zoneId}/diagnose', { params: { path: { id, zoneId } }, body, signal })),
    placeholderData: keepPreviousData,
  })

export const techniquesQuery = queryOptions({
  queryKey: ['techniques'],
  queryFn: ({ signal }) => ask(api.GET('/techniques', { signal })),
  staleTime: Infinity,
})

export const techniqueNotesQuery = queryOptions({
  queryKey: ['technique-notes'],
  queryFn: ({ signal }) => ask(api.GET('/technique-notes', { signal })),
})

export const learnedQuery = queryOptions({
  queryKey: ['learned'],
  queryFn: ({ signal }) => ask(api.GET('/learned', { signal })),
})

const NOT_FOUND = 404

/** The workshop that the server keeps; null where nobody has founded one yet. */
export const workshopQuery = queryOptions({
  queryKey: ['workshop'],
  queryFn: ({ signal }): Promise<Workshop | null> =>
    ask(api.GET('/workshop', { signal })).catch((e: unknown) => {
      if (e instanceof Problem && e.status === NOT_FOUND) return null
      throw e
    }),
  staleTime: MINUTE,
})

export const benchQuery = queryOptions({
  queryKey: ['bench'],
  queryFn: async ({ signal }) => {
    const bench = await ask(api.GET('/bench', { signal }))
    clockTold(bench.strip.now)
    return bench
  },
  refetchInterval: BENCH_AGAIN,
})

/** The room's air of the last two days, and outdoors as it is forecast. */
export const airQuery = queryOptions({
  queryKey: ['air'],
  queryFn: ({ signal }) => ask(api.GET('/air', { signal })),
})

export const archiveQuery = (search: string, before?: string) =>
  queryOptions({
    queryKey: ['archive', search, before],
    queryFn: ({ signal }) => ask(api.GET('/archive', { params: { query: { search, before } }, signal })),
    placeholderData: keepPreviousData,
  })

export const pieceQuery = (id: number) =>
  queryOptions({
    queryKey: ['piece', id],
    queryFn: ({ signal }) => ask(api.GET('/pieces/{id}', { params: { path: { id } }, signal })),
  })

export const planQuery = (piece: Piece, air?: Air) =>
  queryOptions({
    queryKey: ['plan', piece.id, piece.version, air],
    queryFn: async ({ signal }) => {
      const query = air && { tempC: air.tempC, rh: air.rh }
      const answer = await ask(api.GET('/pieces/{id}/plan', { params: { path: { id: piece.id }, query }, signal }))
      clockTold(answer.strip.now)
      return answer
    },
    placeholderData: keepPreviousData,
  })

/** What a promise would come to. */
export const offerQuery = (piece: Piece, promised: string) =>
  queryOptions({
    queryKey: ['offer', piece.id, piece.version, promised],
    queryFn: ({ signal }) =>
      ask(api.GET('/pieces/{id}/offer', { params: { path: { id: piece.id }, query: { promised } }, signal })),
    placeholderData: keepPreviousData,
  })

/** The calendar with something changed; it hangs on the bench as it is, and saves nothing. */
export const tryQuery = (trial: Trial, seen: string) =>
  queryOptions({
    queryKey: ['bench', 'try', trial, seen],
    queryFn: ({ signal }) => ask(api.POST('/calendar/try', { body: trial, signal })),
    placeholderData: keepPreviousData,
    retry: false,
  })

/** What all open pieces take; it hangs on the bench. */
export const shoppingQuery = queryOptions({
  queryKey: ['bench', 'shopping'],
  queryFn: ({ signal }) => ask(api.GET('/shopping', { signal })),
})

/** What may take the place of a product that cannot be had. */
export const insteadQuery = (id: number) =>
  queryOptions({
    queryKey: ['bench', 'instead', id],
    queryFn: ({ signal }) => ask(api.GET('/shopping/{id}/instead', { params: { path: { id } }, signal })),
  })

/** What an owner asks of the whole workshop; every fact may change it. */
export const reportsQuery = queryOptions({
  queryKey: ['bench', 'reports'],
  queryFn: ({ signal }) => ask(api.GET('/reports', { signal })),
})

/** The small sums at the bench. */
export const calculatorsQuery = queryOptions({
  queryKey: ['calculators'],
  queryFn: ({ signal }) => ask(api.GET('/calculators', { signal })),
  staleTime: Infinity,
})

/** One of them, with what was typed. */
export const calculatedQuery = (id: string, values: Record<string, string>, inches: boolean) =>
  queryOptions({
    queryKey: ['calculated', id, values, inches],
    queryFn: ({ signal }) =>
      ask(api.POST('/calculators/{id}', { params: { path: { id } }, body: { values, inches }, signal })),
    staleTime: Infinity,
    retry: false,
  })

/** What was measured shape by shape, laid flat. */
export const measureQuery = (measured: Measured[]) =>
  queryOptions({
    queryKey: ['measure', measured],
    queryFn: ({ signal }) => ask(api.POST('/measure', { body: { measured }, signal })),
    staleTime: Infinity,
    retry: false,
  })

/** What each of so many days asks of hands. */
export const daysQuery = (from: string, days: number) =>
  queryOptions({
    queryKey: ['bench', 'days', from, days],
    queryFn: ({ signal }) => ask(api.GET('/calendar/days', { params: { query: { from, days } }, signal })),
    placeholderData: keepPreviousData,
    refetchInterval: MINUTE,
  })

export const feedsQuery = queryOptions({
  queryKey: ['feeds'],
  queryFn: ({ signal }) => ask(api.GET('/calendar/feeds', { signal })),
})

export const preparationQuery = (piece: Piece) =>
  queryOptions({
    queryKey: ['preparation', piece.id, piece.version],
    queryFn: ({ signal }) => ask(api.GET('/pieces/{id}/preparation', { params: { path: { id: piece.id } }, signal })),
  })

export const pieceCareQuery = (piece: Piece) =>
  queryOptions({
    queryKey: ['piece-care', piece.id, piece.version],
    queryFn: ({ signal }) =>
      ask(api.GET('/pieces/{id}/care', { params: { path: { id: piece.id }, query: {} }, signal })),
  })

export const buyersQuery = queryOptions({
  queryKey: ['buyers'],
  queryFn: ({ signal }) => ask(api.GET('/buyers', { signal })),
})

export const outboxQuery = queryOptions({
  queryKey: ['outbox'],
  queryFn: ({ signal }) => ask(api.GET('/outbox', { signal })),
})

export const eventsQuery = (id: number) =>
  queryOptions({
    queryKey: ['piece', id, 'events'],
    queryFn: ({ signal }) => ask(api.GET('/pieces/{id}/events', { params: { path: { id } }, signal })),
  })

/** What a piece may cost, and its quotes. */
export const quotingQuery = (id: number) =>
  queryOptions({
    queryKey: ['piece', id, 'quoting'],
    queryFn: ({ signal }) => ask(api.GET('/pieces/{id}/quoting', { params: { path: { id } }, signal })),
  })

/** Words for a sale page. */
export const listingQuery = (id: number, lang: CardLang) =>
  queryOptions({
    queryKey: ['piece', id, 'listing', lang],
    queryFn: ({ signal }) =>
      ask(api.GET('/pieces/{id}/listing', { params: { path: { id }, query: { lang } }, signal })),
  })

/** What a piece costs and earns. */
export const ledgerQuery = (id: number) =>
  queryOptions({
    queryKey: ['piece', id, 'ledger'],
    queryFn: ({ signal }) => ask(api.GET('/pieces/{id}/ledger', { params: { path: { id } }, signal })),
  })

/** Which chosen systems a piece would lose if it were saved so. */
export const wouldUndoQuery = (id: number, piece: PieceInput) =>
  queryOptions({
    queryKey: ['piece', id, 'would-undo', piece],
    queryFn: ({ signal }) =>
      ask(api.POST('/pieces/{id}/would-undo', { params: { path: { id } }, body: piece, signal })),
    placeholderData: keepPreviousData,
    retry: false,
  })

export const againQuery = (id: number) =>
  queryOptions({
    queryKey: ['again', id],
    queryFn: ({ signal }) => ask(api.GET('/pieces/{id}/again', { params: { path: { id } }, signal })),
    staleTime: Infinity,
  })

export const photosQuery = (id: number) =>
  queryOptions({
    queryKey: ['photos', id],
    queryFn: ({ signal }) => ask(api.GET('/pieces/{id}/photos', { params: { path: { id } }, signal })),
  })

export const productsQuery = queryOptions({
  queryKey: ['products'],
  queryFn: ({ signal }) => ask(api.GET('/products', { signal })),
})

export const productQuery = (id: number) =>
  queryOptions({
    queryKey: ['products', id],
    queryFn: ({ signal }) => ask(api.GET('/products/{id}', { params: { path: { id } }, signal })),
  })

export const boardsQuery = queryOptions({
  queryKey: ['boards'],
  queryFn: ({ signal }) => ask(api.GET('/boards', { signal })),
})

export const recipesQuery = queryOptions({
  queryKey: ['recipes'],
  queryFn: ({ signal }) => ask(api.GET('/recipes', { signal })),
})

export const gridQuery = (query: { endUse?: string; material?: string }) =>
  queryOptions({
    queryKey: ['grid', query],
    queryFn: ({ signal }) => ask(api.GET('/grid', { params: { query }, signal })),
    placeholderData: keepPreviousData,
  })

export const judgeQuery = (body: JudgeInput) =>
  queryOptions({
    queryKey: ['judge', body],
    queryFn: ({ signal }) => ask(api.POST('/judge', { body, signal })),
    placeholderData: keepPreviousData,
  })

export const chooseQuery = (body: Brief) =>
  queryOptions({
    queryKey: ['choose', body],
    queryFn: ({ signal }) => ask(api.POST('/choose', { body, signal })),
    placeholderData: keepPreviousData,
  })

export const assessQuery = (body: { brief: Brief; layers: LayerAsked[] }) =>
  queryOptions({
    queryKey: ['assess', body],
    queryFn: ({ signal }) => ask(api.POST('/assess', { body, signal })),
    placeholderData: keepPreviousData,
  })

export const inspectQuery = (body: Brief) =>
  queryOptions({
    queryKey: ['inspect', body],
    queryFn: ({ signal }) => ask(api.POST('/inspect', { body, signal })),
    placeholderData: keepPreviousData,
  })

export const readQuery = (body: ProductInput) =>
  queryOptions({
    queryKey: ['read', body],
    queryFn: ({ signal }) => ask(api.POST('/shelf/read', { body, signal })),
    placeholderData: keepPreviousData,
  })

export const decorationQuery = (body: DecorMeasuring) =>
  queryOptions({
    queryKey: ['decoration', body],
    queryFn: ({ signal }) => ask(api.POST('/decorations/measure', { body, signal })),
    placeholderData: keepPreviousData,
  })

export const changeUseQuery = (piece: Piece, zoneId: number, endUse: string, place: string) =>
  queryOptions({
    queryKey: ['change-use', piece.id, zoneId, piece.version, endUse, place],
    queryFn: ({ signal }) =>
      ask(
        api.POST('/pieces/{id}/zones/{zoneId}/change-use', {
          params: { path: { id: piece.id, zoneId } },
          body: { endUse, place },
          signal,
        }),
      ),
  })

/** Whether the server and its database are there: asked all the time, so that a screen left open says when they are not. */
export const signOfLifeQuery = queryOptions({
  queryKey: ['sign-of-life'],
  queryFn: async ({ signal }) => {
    await ask(api.GET('/workshop', { signal }))
    return true
  },
  refetchInterval: 6_000,
})

const FETCHED_AHEAD = 10 * MINUTE
const MOST_AHEAD = 24 // pieces

/** Those in their coats first, then whatever wants a hand next. */
const byNeed = (a: Piece, b: Piece) =>
  Number(b.stage === 'coat') - Number(a.stage === 'coat') || (a.next.at ?? '9').localeCompare(b.next.at ?? '9')

/** Fetches what the pieces on the bench open with, so that they open where there is no network. */
export async function fetchAhead(client: QueryClient, pieces: Piece[]) {
  const fresh = { staleTime: FETCHED_AHEAD }
  await Promise.all([
    client.prefetchQuery(catalogueQuery),
    client.prefetchQuery(techniquesQuery),
    client.prefetchQuery({ ...techniqueNotesQuery, ...fresh }),
    client.prefetchQuery(faultsQuery),
  ])
  for (const piece of pieces.toSorted(byNeed).slice(0, MOST_AHEAD)) {
    await client.prefetchQuery({ ...pieceQuery(piece.id), ...fresh })
    if (piece.systems.some((s) => s.length > 0)) {
      await client.prefetchQuery({ ...planQuery(piece, piece.input.air), ...fresh })
      await client.prefetchQuery({ ...eventsQuery(piece.id), ...fresh })
    }
  }
}

// What a change makes old.

const shipped = ['catalogue', 'rules', 'techniques', 'faults', 'calculators']
const ships = (key: unknown) => shipped.includes(String(key))

const lists = (client: QueryClient) =>
  Promise.all([
    client.invalidateQueries({ queryKey: ['bench'] }),
    client.invalidateQueries({ queryKey: ['archive'] }),
    client.invalidateQueries({ queryKey: ['plan'] }),
    client.invalidateQueries({ queryKey: ['preparation'] }),
    client.invalidateQueries({ queryKey: ['piece-care'] }),
    client.invalidateQueries({ queryKey: ['products'] }),
    client.invalidateQueries({ queryKey: ['learned'] }),
  ])

/** The server gave the piece as it was saved. */
export function pieceSaved(client: QueryClient, saved: Piece) {
  client.setQueryData(pieceQuery(saved.id).queryKey, saved)
  return lists(client)
}

/** A piece changed, and what it is now has to be asked. */
export async function pieceChanged(client: QueryClient, id: number) {
  await Promise.all([client.invalidateQueries({ queryKey: pieceQuery(id).queryKey }), lists(client)])
}

export function pieceGone(client: QueryClient, id: number) {
  client.removeQueries({ queryKey: pieceQuery(id).queryKey })
  return lists(client)
}

/** A product, a board, or a setting changed: whatever was judged may be judged otherwise now. */
export const judgedAnew = (client: QueryClient) => client.invalidateQueries({ predicate: (q) => !ships(q.queryKey[0]) })

/** What was tried on the calendar has been taken. */
export const trialTaken = (client: QueryClient) => client.invalidateQueries({ predicate: (q) => !ships(q.queryKey[0]) })

export function settingsSaved(client: QueryClient, saved: Workshop) {
  client.setQueryData(workshopQuery.queryKey, saved)
  return client.invalidateQueries({ predicate: (q) => !ships(q.queryKey[0]) && q.queryKey[0] !== 'workshop' })
}

/** A tin or a note changed. */
export const shelfChanged = (client: QueryClient) => client.invalidateQueries({ queryKey: ['products'] })

/** The air of the room was read, or a reading taken back. */
export const airRead = (client: QueryClient) =>
  Promise.all(['bench', 'plan', 'air'].map((key) => client.invalidateQueries({ queryKey: [key] })))

export const techniqueNotesChanged = (client: QueryClient) =>
  client.invalidateQueries({ queryKey: techniqueNotesQuery.queryKey })

export const recipesChanged = (client: QueryClient) => client.invalidateQueries({ queryKey: ['recipes'] })

export const photosChanged = (client: QueryClient, id: number) =>
  client.invalidateQueries({ queryKey: photosQuery(id).queryKey })
