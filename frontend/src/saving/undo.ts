/** Undo and redo for every edit: each step knows the document before and after, and writes one of them. */
import { computed, ref } from 'vue'
import { currentDocument, loadOne, remove, write } from './documents'
import { type AnyDocument, type Documents, idOf, type Kind, titleOf } from './kinds'
import { plainCopy, same } from './merge'

interface Step {
  kind: Kind
  id: string
  /** null: the document did not exist. */
  before: AnyDocument | null
  after: AnyDocument | null
  /** Edits with the same key within a moment (a drag, typing) are one step. */
  key: string | null
  at: number
}

/** Something done on the server to many rows at once, with the way back. */
export interface Deed {
  label: string
  undo: () => Promise<void>
  redo: () => Promise<void>
}

const ONE_GESTURE_MS = 1200
const MOST_STEPS = 200
const done = ref<(Step | Deed)[]>([])
const undone = ref<(Step | Deed)[]>([])

export const canUndo = computed(() => done.value.length > 0)
export const canRedo = computed(() => undone.value.length > 0)
export const undoLabel = computed(() => label(done.value.at(-1)))

const isDeed = (step: Step | Deed): step is Deed => 'undo' in step

function label(step: Step | Deed | undefined): string {
  if (step && isDeed(step)) return step.label
  const document = step?.after ?? step?.before
  return step && document ? titleOf(step.kind, document) : ''
}

/** Edits a document with undo. key joins the steps of one gesture. */
export function edit<K extends Kind>(kind: K, next: Documents[K], key: string | null = null): void {
  const id = idOf(kind, next)
  const before = currentDocument(kind, id)
  if (before && same(before, next)) return
  record({ kind, id, before: plainCopy(before), after: plainCopy(next), key, at: Date.now() })
  write(kind, next)
}

/** Deletes with undo. A document that was only listed is fetched first, so that undo has it. Throws a Problem then. */
export async function removeWithUndo(kind: Kind, id: string): Promise<void> {
  if (!currentDocument(kind, id)) await loadOne(kind, id)
  const before = plainCopy(currentDocument(kind, id))
  remove(kind, id)
  record({ kind, id, before, after: null, key: null, at: Date.now() })
}

function record(step: Step): void {
  undone.value = []
  const last = done.value.at(-1)
  const joins = last && !isDeed(last) && step.key !== null && last.key === step.key && last.id === step.id
  if (joins && step.at - last.at < ONE_GESTURE_MS) {
    last.after = step.after
    last.at = step.at
    return
  }
  done.value.push(step)
  if (done.value.length > MOST_STEPS) done.value.shift()
}

/** Notes a deed that was done, so that it can be undone. */
export function noteDeed(deed: Deed): void {
  undone.value = []
  done.value.push(deed)
  if (done.value.length > MOST_STEPS) done.value.shift()
}

export function undo(): void {
  const step = done.value.pop()
  if (!step) return
  if (isDeed(step)) void step.undo()
  else apply(step.kind, step.id, step.before)
  undone.value.push(step)
}

export function redo(): void {
  const step = undone.value.pop()
  if (!step) return
  if (isDeed(step)) void step.redo()
  else apply(step.kind, step.id, step.after)
  done.value.push(step)
}

function apply(kind: Kind, id: string, document: AnyDocument | null): void {
  if (document) write(kind, document as Documents[typeof kind] as never)
  else remove(kind, id)
}
