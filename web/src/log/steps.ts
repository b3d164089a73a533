import type { CoatStep, EventInput, Piece, Plan, Step } from '../api/client'
import type { Press } from '../offline/db'
import { begins, ends, isLaid } from '../ui/step'

interface StepName {
  zoneId?: number
  layer?: number
  coat?: number
  job?: string
}

/** What tells one step from the others of its piece. */
function nameOf(piece: Piece, step: Step): StepName {
  if (step.kind === 'preparation' && step.job !== undefined) return { job: step.job }
  const zoneId = piece.input.zones[step.zones[0] ?? 0]?.id
  const ofCoat = step.kind === 'coating' || step.kind === 'test'
  return ofCoat ? { zoneId, layer: step.layer, coat: step.coat } : { zoneId }
}

/** The step that a fact is of. */
const namedBy = (fact: EventInput): StepName => ({
  zoneId: 'zoneId' in fact ? fact.zoneId : undefined,
  layer: 'layer' in fact ? fact.layer : undefined,
  coat: 'coat' in fact ? fact.coat : undefined,
  job: 'job' in fact ? fact.job : undefined,
})

/** A coat as it is told: by its name, and with what the plan showed, since its system may be changed meanwhile. */
export const coatAsShown = (piece: Piece, step: CoatStep) => ({
  zoneId: piece.input.zones[step.zones[0] ?? 0]?.id,
  layer: step.layer,
  coat: step.coat,
  plannedId: step.product.id,
})

const sameStep = (a: StepName, b: StepName) =>
  a.job !== undefined || b.job !== undefined
    ? a.job === b.job
    : a.zoneId === b.zoneId && a.layer === b.layer && a.coat === b.coat

const finishes: EventInput['kind'][] = ['coat_laid', 'left_out', 'job_done']

/** The press that waits on this device and tells a step as done; none where only part of it is. */
export const waitingFor = (piece: Piece, step: Step, waiting: Press[]) =>
  waiting.find(
    ({ body }) =>
      finishes.includes(body.kind) &&
      (('share' in body && body.share) || 1) === 1 &&
      sameStep(namedBy(body), nameOf(piece, step)),
  )

/** The press that began a step, or mixed a pot for it, and waits on this device. */
export const waitingToBegin = (piece: Piece, step: Step, kind: 'begun' | 'mixed', waiting: Press[]) =>
  waiting.find((p) => p.body.kind === kind && sameStep(namedBy(p.body), nameOf(piece, step)))

/** Work that somebody does and may tell: a coat, or a job of the preparation. */
export const tellable = (step: Step) =>
  step.told === undefined && ((step.kind === 'preparation' && step.job !== undefined) || isLaid(step))

const DAY = 86_400_000

/** Whether the time of a step has come, or comes within the day. */
export const isNear = (step: Step, now: string) => Date.parse(begins(step)) - Date.parse(now) < DAY

const logged = (plan: Plan, waiting: Press[]) => waiting.length > 0 || plan.steps.some((s) => s.told)

/**
 * The step that is told next. Once work is logged that is whatever comes next, be it planned for after a weekend; before
 * that the plan is taken to have been kept, and a step is told when its time is near.
 */
export function nextToTell(piece: Piece, plan: Plan, waiting: Press[], now: string): Step | undefined {
  const known = logged(plan, waiting)
  const next = plan.steps.find((s) => tellable(s) && !waitingFor(piece, s, waiting) && (known || ends(s) >= now))
  return next && (known || isNear(next, now)) ? next : undefined
}

/** What comes next on each zone, once work is logged. */
export function nextOnZones(piece: Piece, plan: Plan, waiting: Press[]): Step[] {
  if (!logged(plan, waiting)) return []
  return plan.zones.flatMap((_, zone) => {
    const of = (s: Step) => s.zones.length === 0 || s.zones.includes(zone)
    return plan.steps.find((s) => of(s) && tellable(s) && !waitingFor(piece, s, waiting)) ?? []
  })
}

/** Ways in which a coat goes on. */
export const methods: Record<string, string> = {
  brush: 'brush',
  roller: 'roller',
  bar: 'bar or wide roller',
  cloth: 'cloth or pad',
  spray: 'gun',
  aerosol: 'spray can',
}
