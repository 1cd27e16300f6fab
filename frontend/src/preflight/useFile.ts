/** A checklist and cards that were taken along as a file: every file:// page shares one store, so its ticks lie under its own name. */
import { computed, ref, shallowRef } from 'vue'
import type { Cards, Checklist, KeptNote, KeptTick } from './keep'
import { download, ticksFile } from './ticksFile'
import { newTick, progressOf, standing, type Tick } from './ticks'
import type { Check } from './useChecklist'
import { type Field, newNote, standingNotes } from './useField'

/** made: when the file was made, which tells two files of a shoot apart. */
export function useFile(shoot: string, made: string, taken: Checklist, takenCards: Cards): { check: Check; field: Field } {
  const place = `wide-aperture-pre-flight:${shoot}:${made}`
  const ticks = shallowRef<KeptTick[]>([])
  const notes = shallowRef<KeptNote[]>([])
  const run = ref('')
  const problem = ref('')
  const list = shallowRef<Checklist | null>(taken)
  const stands = computed(() => standing(ticks.value.filter((tick) => tick.run_id === run.value)))

  function keep(): void {
    try {
      localStorage.setItem(place, JSON.stringify({ run: run.value, ticks: ticks.value, notes: notes.value }))
    } catch {
      problem.value = 'This browser keeps nothing for files: save the ticks before you close it.'
    }
  }
  async function begin(): Promise<void> {
    run.value = crypto.randomUUID()
    try {
      const kept = JSON.parse(localStorage.getItem(place) ?? 'null') as { run: string; ticks: KeptTick[]; notes?: KeptNote[] } | null
      if (kept) {
        run.value = kept.run
        ticks.value = kept.ticks
        notes.value = kept.notes ?? []
      }
    } catch {
      problem.value = 'This browser keeps nothing for files: save the ticks before you close it.'
    }
  }
  async function mark(code: string, state: Tick['state']): Promise<void> {
    const made = newTick({ shoot_id: shoot, run_id: run.value, code, state, device: 'file', of: taken.lines.length })
    ticks.value = [...ticks.value, { ...made, sent: false, order: ticks.value.length }]
    keep()
  }
  async function newRun(): Promise<void> {
    run.value = crypto.randomUUID()
    keep()
  }
  const check: Check = {
    list, stands, problem, begin, mark, newRun,
    carried: computed(() => new Set<string>()),
    unsent: computed(() => ticks.value.length + notes.value.length),
    done: computed(() => progressOf(taken.lines, stands.value).done),
    secondsLeft: computed(() => progressOf(taken.lines, stands.value).secondsLeft),
    failedOn: shallowRef({}),
    isAway: ref(false),
    loading: ref(false),
    save: () => download(`${taken.title} ticks.json`, ticksFile(shoot, ticks.value, notes.value)),
  } // prettier-ignore
  const field: Field = {
    cards: shallowRef(takenCards),
    notes: computed(() => standingNotes(notes.value)),
    unsent: computed(() => notes.value.length),
    isAway: ref(false),
    problem,
    loading: ref(false),
    begin: () => Promise.resolve(),
    note: async (note) => {
      const made = newNote(shoot, 'file', note)
      notes.value = [...notes.value, { ...made, sent: false, order: notes.value.length }]
      keep()
      return made.id
    },
    askReply: null,
    keepLight: null,
  }
  return { check, field }
}
