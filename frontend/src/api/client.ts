/** The typed client. Every failure becomes a Problem: the server's sentence, or “the server is away”. */
import createClient from 'openapi-fetch'
import type { paths } from './schema'

export interface FieldProblem {
  pointer: string
  code: string
  msg: string
}

export interface CurrentRow {
  id: string
  revision: number
  updated_at: string
  deleted: boolean
  document: unknown
}

export class Problem extends Error {
  constructor(
    readonly status: number,
    detail: string,
    readonly errors: FieldProblem[] = [],
    readonly current?: CurrentRow,
  ) {
    super(detail)
  }

  /** No answer at all: the server is stopped or unreachable. */
  get isAway(): boolean {
    return this.status === 0
  }
}

export const client = createClient<paths>({ baseUrl: window.location.origin })

interface ProblemBody {
  detail?: string
  errors?: FieldProblem[]
  current?: CurrentRow
}

/** Awaits a call of the client; returns its data or throws a Problem. */
export async function answered<Data>(
  call: Promise<{ data?: Data; error?: unknown; response: Response }>,
): Promise<Data> {
  let outcome
  try {
    outcome = await call
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') throw error
    throw new Problem(0, 'The server is away. Your edits are kept here and sent when it is back.')
  }
  if (outcome.response.ok) return outcome.data as Data
  const body = (outcome.error ?? {}) as ProblemBody
  const detail = body.detail ?? `The server answered ${outcome.response.status}.`
  throw new Problem(outcome.response.status, detail, body.errors ?? [], body.current)
}
