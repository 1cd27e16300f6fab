/** A failure as a person is told of it: the server's sentence, its status, and what it says of which field. */

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
  /** null: what is stored there cannot be read. */
  document: unknown
}

export class Problem extends Error {
  constructor(
    readonly status: number,
    detail: string,
    readonly errors: FieldProblem[] = [],
    readonly current?: CurrentRow,
    /** Which failure it is, where a status is many: "full", "read_only", "damaged", "busy", "unexpected". */
    readonly kind: string = '',
  ) {
    super(detail)
  }

  /** No answer at all: the server is stopped or unreachable. */
  get isAway(): boolean {
    return this.status === 0
  }

  /** The server is there and cannot do it now; nothing is wrong with what was sent. */
  get isFailure(): boolean {
    return this.status >= 500
  }
}
