import createClient from 'openapi-fetch'
import type { components, paths } from './schema.gen'

type Schemas = components['schemas']
export type Air = Schemas['Air']
export type Basis = Schemas['Basis']
export type Board = Schemas['Board']
export type BoardInput = Schemas['BoardInput']
export type Bench = Schemas['Bench']
export type BenchPiece = Schemas['BenchPiece']
export type Brief = Schemas['Brief']
export type Cause = Schemas['Cause']
export type CardIssue = Schemas['CardIssue']
export type CardLang = Schemas['CardLang']
export type CardQuestion = Schemas['CardQuestion']
export type CareCard = Schemas['CareCard']
export type Catalogue = Schemas['Catalogue']
export type Choice = Schemas['Choice']
export type Family = Schemas['Family']
export type Finding = Schemas['Finding']
export type FieldError = Schemas['FieldError']
export type Held = Schemas['Held']
export type Grid = Schemas['Grid']
export type FoundingInput = Schemas['FoundingInput']
export type ImportLine = Schemas['ImportLine']
export type ImportReport = Schemas['ImportReport']
export type ValueChange = Schemas['ValueChange']
export type Inspected = Schemas['Inspected']
export type Inspection = Schemas['Inspection']
export type Job = Schemas['Job']
export type DayLoad = Schemas['DayLoad']
export type Decision = Schemas['Decision']
export type TheAnswer = components['schemas']['TheAnswer']
export type Judged = Schemas['Judged']
export type JudgeInput = Schemas['JudgeInput']
export type CoatAsked = Schemas['CoatAsked']
export type Judgement = Schemas['Judgement']
export type LayerAsked = Schemas['LayerAsked']
export type LayOut = Schemas['LayOut']
export type Measured = Schemas['Measured']
export type Shape = Schemas['Shape']
export type UnfoldedShape = Schemas['UnfoldedShape']
export type Need = Schemas['Need']
export type SupplyLine = Schemas['SupplyLine']
export type Quoting = Schemas['Quoting']
export type Quote = Schemas['Quote']
export type Calculator = Schemas['Calculator']
export type Calculated = Schemas['Calculated']
export type ReportsAnswer = Schemas['Reports']
export type Ledger = Schemas['Ledger']
export type LedgerLine = Schemas['LedgerLine']
export type ExtraInput = Schemas['ExtraInput']
export type MoneyRate = Schemas['MoneyRate']
export type TinMove = Schemas['TinMove']
export type Covered = Schemas['Covered']
export type Flat = Schemas['Flat']
export type Layer = Schemas['Layer']
export type Look = Schemas['Look']
export type Moment = Schemas['Moment']
export type NamedCoat = Schemas['NamedCoat']
export type Note = Schemas['Note']
export type Part = Schemas['Part']
export type Diagnosis = Schemas['Diagnosis']
export type Fault = Schemas['Fault']
export type EventInput = Schemas['EventInput']
export type KeptEvent = Schemas['Event']
export type LabelOnLaying = Schemas['LabelOnLaying']
export type Learned = Schemas['Learned']
export type Offer = Schemas['Offer']
export type OpenTin = Schemas['OpenTin']
export type ProductFault = Schemas['ProductFault']
export type Room = Schemas['Room']
export type RoomNow = Schemas['RoomNow']
export type RoomAir = Schemas['RoomAir']
export type AirCourse = Schemas['AirCourse']
export type ShoppingLine = Schemas['ShoppingLine']
export type ScarceProduct = Schemas['ScarceProduct']
export type ShoppingPart = Schemas['ShoppingPart']
export type WantedPart = Schemas['WantedPart']
export type PartUnit = Schemas['PartUnit']
export type OwnDay = Schemas['OwnDay']
export type Trial = Schemas['Trial']
export type Tried = Schemas['Tried']
export type AirSpell = Schemas['AirSpell']
export type Turn = Schemas['Turn']
export type Timer = Schemas['Timer']
export type PaceKind = Schemas['PaceKind']
export type Piece = Schemas['Piece']
export type PieceInput = Schemas['PieceInput']
export type Plan = Schemas['Plan']
export type PlanAnswer = Schemas['PlanAnswer']
export type Preparation = Schemas['Preparation']
export type Product = Schemas['Product']
export type ProductInput = Schemas['ProductInput']
export type ProductPage = Schemas['ProductPage']
export type ProductRef = Schemas['ProductRef']
export type Recipe = Schemas['Recipe']
export type Decor = Schemas['Decor']
export type DecorationKind = Schemas['DecorationKind']
export type DecorMeasuring = Schemas['DecorMeasuring']
export type DecorLayout = Schemas['DecorLayout']
export type Rule = Schemas['Rule']
export type Saying = Schemas['Saying']
export type Schools = Schemas['Schools']
export type SheetValue = Schemas['SheetValue']
export type Step = Schemas['Step']
export type CoatStep = Schemas['CoatStep']
export type LookStep = Schemas['LookStep']
export type BoardStep = Schemas['BoardStep']
export type Strip = Schemas['Strip']
export type System = Schemas['System']
export type Tin = Schemas['Tin']
export type TinInput = Schemas['TinInput']
export type Verdict = Schemas['Verdict']
export type Wants = Schemas['Wants']
export type Way = Schemas['Way']
export type ZoneInput = Schemas['ZoneInput']
export type ZonePlan = Schemas['ZonePlan']
export type Workshop = Schemas['Workshop']
export type SettingsInput = Schemas['SettingsInput']

/** What the server (or the lack of one) says is wrong. */
export class Problem extends Error {
  readonly status: number
  readonly title: string
  readonly fields: FieldError[]
  /** What became of what was asked: nothing was saved, or nobody can say. */
  readonly outcome: 'nothing' | 'unknown'

  constructor(
    status: number,
    title: string,
    detail: string,
    fields: FieldError[] = [],
    outcome: Problem['outcome'] = 'nothing',
  ) {
    super(detail)
    this.status = status
    this.title = title
    this.fields = fields
    this.outcome = outcome
  }

  /** The database or the server is away for now: worth trying again by itself. */
  get passing() {
    return this.status === 503 || this.status === 0
  }

  /** What is wrong with all fields below a JSON pointer, by their own. */
  within(pointer: string): Record<string, string> {
    const below = this.fields.filter((f) => f.field === pointer || f.field.startsWith(`${pointer}/`))
    return Object.fromEntries(below.map((f) => [f.field, f.detail]))
  }

  /** What is wrong with the field at a JSON pointer, below prefix if the request wraps it. */
  at(pointer: string) {
    return this.fields.find(
      (f) => f.field === pointer || ['/piece', '/product', '/tin'].some((wrap) => f.field === wrap + pointer),
    )?.detail
  }
}

export const api = createClient<paths>({ baseUrl: '/api' })

export interface Answer<T> {
  data?: T
  error?: Schemas['Problem']
  response: Response
}

const UNKNOWN_OUTCOME = 'urn:firmitas:unknown-outcome'

function problemOf({ error, response }: Answer<unknown>): Problem {
  return new Problem(
    response.status,
    error?.title ?? 'Something went wrong',
    error?.detail ?? 'The server gave no reason.',
    error?.errors,
    error?.type === UNKNOWN_OUTCOME ? 'unknown' : 'nothing',
  )
}

/** Gives what is only read, or throws a Problem. */
export async function ask<T>(call: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>
  try {
    answer = await call
  } catch (e) {
    if (e instanceof DOMException && e.name === 'AbortError') throw e // nobody wants it any more
    throw new Problem(0, 'The server is not answering', 'Nothing is lost. It may just be starting.')
  }
  if (answer.response.ok) return answer.data as T
  throw problemOf(answer)
}

/** Gives what a save was answered, or throws a Problem. Without an answer nobody can say whether it was saved. */
export async function answerOf<T>(call: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>
  try {
    answer = await call
  } catch {
    throw new Problem(
      0,
      'The server is not answering',
      'Nobody can say yet whether it was saved. Press again once it answers: it is not done twice.',
      [],
      'unknown',
    )
  }
  if (answer.response.ok) return answer.data as T
  throw problemOf(answer)
}
