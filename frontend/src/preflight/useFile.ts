/** A checklist that was taken along as a file: every file:// page shares one store, so its ticks lie under its own name. */
import { computed, ref, shallowRef } from 'vue'
import type { Checklist, KeptTick } from './keep'
import { download, ticksFile } from './ticksFile'
import { newTick, progressOf, standing, type Tick } from './ticks'
import type { Check } from './useChecklist'

/** made: when the file was made, which tells two files of a shoot apart. */
export function useFile(shoot: string, made: string, taken: Checklist): Check {
  const place = `wide-aperture-pre-flight:${shoot}:${made}`
  const ticks = shallowRef<KeptTick[]>([])
  const run = ref('')
  const problem = ref('')
  const list = shallowRef<Checklist | null>(taken)
  const stands = computed(() => standing(ticks.value.filter((tick) => tick.run_id === run.value)))

  function keep(): void {
    try {
      localStorage.setItem(place, JSON.stringify({ run: run.value, ticks: ticks.value }))
    } catch {
      problem.value = 'This browser keeps nothing for files: save the ticks before you close it.'
    }
  }
  async function begin(): Promise<void> {
    run.value = crypto.randomUUID()
    try {
      const kept = JSON.parse(localStorage.getItem(place) ?? 'null') as { run: string; ticks: KeptTick[] } | null
      if (kept) {
        run.value = kept.run
        ticks.value = kept.ticks
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
  return {
    list, stands, problem, begin, mark, newRun,
    carried: computed(() => new Set<string>()),
    unsent: computed(() => ticks.value.length),
    done: computed(() => progressOf(taken.lines, stands.value).done),
    secondsLeft: computed(() => progressOf(taken.lines, stands.value).secondsLeft),
    failedOn: shallowRef({}),
    isAway: ref(false),
    loading: ref(false),
    save: () => download(`${taken.title} ticks.json`, ticksFile(shoot, ticks.value)),
  } // prettier-ignore
}
