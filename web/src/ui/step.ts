import type { CoatStep, Step } from '../api/client'

/** When the hands-on work of a step begins and ends: it has one stretch at least. */
export const begins = (step: Step) => step.work[0]!.from
export const ends = (step: Step) => step.work.at(-1)!.to

export const isCoat = <S extends Step>(step: S): step is S & CoatStep => step.kind === 'coating'

/** A coat of something: an answer that lays nothing is a step as well. */
export const isLaid = <S extends Step>(step: S): step is S & CoatStep => isCoat(step) && !step.product.nothingOn
