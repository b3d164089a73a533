import { useMutation } from '@tanstack/react-query'
import { useRef } from 'react'
import { answerOf, Problem, type Answer } from './client'

/** Marks a request as one press: the server does it once, however often it is sent. */
export type PressHeaders = {
  'Idempotency-Key': string
}

const PAUSES = [400, 900, 1600, 2600] // ms between asking again while nobody can say what became of it

/** Of letters and digits; randomUUID is not there where a proxy speaks plain HTTP. */
export const newKey = () => Array.from(crypto.getRandomValues(new Uint32Array(4)), (n) => n.toString(36)).join('-')

const unknown = (problem: unknown) => problem instanceof Problem && problem.outcome === 'unknown'

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

/** Sends one press until it is known what became of it, or the patience of a person ends. */
export async function settle<T>(send: () => Promise<Answer<T>>): Promise<T> {
  for (const ms of PAUSES) {
    try {
      return await answerOf(send())
    } catch (problem) {
      if (!unknown(problem)) throw problem
      await pause(ms)
    }
  }
  return answerOf(send())
}

/**
 * Saves something, once a press. A press whose end nobody knows keeps its key: pressed again it is found out, and not
 * done twice.
 */
export function useSave<In = void, T = unknown>({
  send,
  onSuccess,
  onError,
}: {
  send: (input: In, headers: PressHeaders) => Promise<Answer<T>>
  onSuccess?: (saved: T, input: In) => unknown
  onError?: (problem: Error) => void
}) {
  const key = useRef<string>(undefined)
  return useMutation<T, Error, In>({
    mutationFn: async (input) => {
      key.current ??= newKey()
      const headers = { 'Idempotency-Key': key.current }
      try {
        const saved = await settle(() => send(input, headers))
        key.current = undefined
        return saved
      } catch (problem) {
        if (!unknown(problem)) key.current = undefined
        throw problem
      }
    },
    onSuccess: async (saved, input) => {
      await onSuccess?.(saved, input)
    },
    onError,
  })
}
