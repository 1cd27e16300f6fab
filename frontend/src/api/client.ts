/** The typed client. Every failure becomes a Problem: the server's sentence, or “the server is away”. */
import createClient from 'openapi-fetch'
import { type CurrentRow, type FieldProblem, Problem } from './problem'
import { isImperial } from '@/shared/units'
import { decimalMark } from '@/shared/numberText'
import { inFeet, proseInMarks } from './said'
import type { paths } from './schema'
import { watched } from './underWay'

export { Problem } from './problem'
export type { CurrentRow, FieldProblem } from './problem'

const KIND_NAMESPACE = 'urn:wide-aperture:problem:'

export const client = createClient<paths>({ baseUrl: window.location.origin })

interface ProblemBody {
  type?: string
  detail?: string
  errors?: FieldProblem[]
  current?: CurrentRow
}

/** Awaits a call of the client; returns its data, its sentences in the reader's units and marks, or throws a Problem. */
export async function answered<Data>(call: Promise<{ data?: Data; error?: unknown; response: Response }>): Promise<Data> {
  const answer = await stored(call)
  const measured = isImperial.value ? inFeet(answer) : answer
  return decimalMark.value === ',' ? proseInMarks(measured) : measured
}

/** The same for documents that are kept: as they are stored, whatever units the reader has. Throws a Problem. */
export async function stored<Data>(call: Promise<{ data?: Data; error?: unknown; response: Response }>): Promise<Data> {
  let outcome
  try {
    outcome = await watched(call)
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') throw error
    throw new Problem(0, 'The server is away: it is stopped or cannot be reached. It is asked again until it answers.')
  }
  if (outcome.response.ok) return outcome.data as Data
  const body = (outcome.error ?? {}) as ProblemBody
  const detail = body.detail ?? `The server answered ${outcome.response.status}.`
  const kind = body.type?.startsWith(KIND_NAMESPACE) ? body.type.slice(KIND_NAMESPACE.length) : ''
  throw new Problem(outcome.response.status, detail, body.errors ?? [], body.current, kind)
}
