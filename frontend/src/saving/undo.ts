/**
 * Undo and redo for every edit: each step knows the document before and after, and writes one of them. Steps survive a
 * reload of their tab; deeds done on the server do not.
 */
import { computed, ref, toRaw, watch } from 'vue'
import { fieldInWords } from '@/shared/fieldNames'
import { currentDocument, loadKind, loadOne, remove, write } from './documents'
import { type AnyDocument, type Documents, idOf, type Kind, NOUN, titleOf } from './kinds'
import { differences, type Json, plainCopy, same } from './merge'

interface Change {
  kind: Kind
  id: string
  /** null: the document did not exist. */
  before: AnyDocument | null
  after: AnyDocument | null
}

interface Step extends Change {
  /** Edits with the same key within a moment (a drag, typing) are one step. */
  key: string | null
  at: number
}

/** Several documents changed at once, by one wish. */
interface Group {
  label: string
  changes: Change[]
}

/** Something done on the server to many rows at once, with the way back. */
export interface Deed {
  label: string
  /** Whether it was done, once that is known: undo waits for it, and what failed is no step. Absent: it is done. */
  doing?: Promise<boolean>
  undo: () => Promise<void>
  redo: () => Promise<void>
}

type Done = Step | Group | Deed

const ONE_GESTURE_MS = 1200
const MOST_STEPS = 200
const STORE = 'wa-undo'
const MOST_KEPT_BYTES = 1_500_000

const kept = taken()
const done = ref<Done[]>(kept.done)
const undone = ref<Done[]>(kept.undone)
/** Whether a kind's documents were here when its steps were taken over from before a reload. */
const isTakenOver = kept.done.length + kept.undone.length > 0
let group: Group | null = null

export const canUndo = computed(() => done.value.length > 0)
export const canRedo = computed(() => undone.value.length > 0)
export const undoLabel = computed(() => label(done.value.at(-1)))
export const redoLabel = computed(() => label(undone.value.at(-1)))

const isDeed = (step: Done): step is Deed => 'undo' in step
const isGroup = (step: Done): step is Group => 'changes' in step

/** What a step did, in words: "Focal length in “Second half”". */
function label(step: Done | undefined): string {
  if (!step) return ''
  if (isDeed(step) || isGroup(step)) return step.label
  const { kind, before, after } = step
  const title = `“${titleOf(kind, (after ?? before)!)}”`
  if (!before) return `new ${NOUN[kind]} ${title}`
  if (!after) return `deleting ${title}`
  const fields = differences(before as unknown as Json, before as unknown as Json, after as unknown as Json)
  const [first] = fields
  if (!first) return title
  return `${fieldInWords(first.pointer)}${fields.length > 1 ? ` and ${fields.length - 1} more` : ''} in ${title}`
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
  removed(kind, id)
}

function removed(kind: Kind, id: string): void {
  const before = plainCopy(currentDocument(kind, id))
  if (!before) return
  remove(kind, id)
  record({ kind, id, before, after: null, key: null, at: Date.now() })
}

/** Everything edited and deleted by one wish is one step. remove: deletes a document that is here. */
export function together(label: string, work: (remove: (kind: Kind, id: string) => void) => void): void {
  group = { label, changes: [] }
  try {
    work(removed)
  } finally {
    const made = group
    group = null
    if (made.changes.length) push(made)
  }
}

function record(step: Step): void {
  if (group) {
    group.changes.push(step)
    return
  }
  const last = done.value.at(-1)
  const joins = last && !isDeed(last) && !isGroup(last) && step.key !== null && last.key === step.key && last.id === step.id
  if (joins && step.at - last.at < ONE_GESTURE_MS) {
    undone.value = []
    last.after = step.after
    last.at = step.at
    return
  }
  push(step)
}

function push(step: Done): void {
  undone.value = []
  done.value.push(step)
  if (done.value.length > MOST_STEPS) done.value.shift()
}

/** Notes a deed as it is begun, so that a quick undo means it and not the one before. */
export function noteDeed(deed: Deed): void {
  push(deed)
  void deed.doing?.then((isDone) => {
    if (isDone) return
    done.value = done.value.filter((step) => toRaw(step) !== deed)
    undone.value = undone.value.filter((step) => toRaw(step) !== deed)
  })
}

/** Deeds are undone and redone one after the other, however fast the keys are pressed. */
let deeds: Promise<unknown> = Promise.resolve()
function turn(deed: Deed, way: 'undo' | 'redo'): void {
  deeds = deeds.then(async () => {
    if ((await deed.doing) !== false) await deed[way]()
  })
}

export function undo(): void {
  const step = done.value.pop()
  if (!step) return
  if (isDeed(step)) turn(step, 'undo')
  else void apply(isGroup(step) ? [...step.changes].reverse() : [step], 'before')
  undone.value.push(step)
}

export function redo(): void {
  const step = undone.value.pop()
  if (!step) return
  if (isDeed(step)) turn(step, 'redo')
  else void apply(isGroup(step) ? step.changes : [step], 'after')
  done.value.push(step)
}

async function apply(changes: readonly Change[], side: 'before' | 'after'): Promise<void> {
  // After a reload the documents may not be here yet: written unseen they would count as new ones.
  if (isTakenOver) await Promise.all([...new Set(changes.map(({ kind }) => kind))].map((kind) => loadKind(kind).catch(() => undefined)))
  for (const { kind, id, [side]: document } of changes) {
    if (document) write(kind, document as Documents[typeof kind] as never)
    else remove(kind, id)
  }
}

// across a reload ----------------------------------------------------------------------------------------

function taken(): { done: Done[]; undone: Done[] } {
  try {
    return (JSON.parse(sessionStorage.getItem(STORE) ?? 'null') as { done: Done[]; undone: Done[] } | null) ?? { done: [], undone: [] }
  } catch {
    return { done: [], undone: [] }
  }
}

function keep(): void {
  const lasting = (steps: readonly Done[]): Done[] => steps.filter((step) => !isDeed(step))
  let [back, forth] = [lasting(done.value), lasting(undone.value)]
  try {
    let text = JSON.stringify({ done: back, undone: forth })
    while (text.length > MOST_KEPT_BYTES && back.length) {
      back = back.slice(Math.ceil(back.length / 2))
      forth = []
      text = JSON.stringify({ done: back, undone: forth })
    }
    sessionStorage.setItem(STORE, text)
  } catch {
    return // undo then ends with this page
  }
}

let later: ReturnType<typeof setTimeout> | undefined
watch(
  [done, undone],
  () => {
    clearTimeout(later)
    later = setTimeout(keep, 300)
  },
  { deep: 1 },
)
if (typeof window !== 'undefined') window.addEventListener('pagehide', keep)
