/** One shoot's checklist on this device: its lines, how they stand, and sending what the server has not got yet. */
import { computed, type ComputedRef, ref, type Ref, shallowRef, type ShallowRef } from 'vue'
import { asked, oneAtATime, Refusal, sendAll, tryAgain } from './asked'
import { type Checklist, deviceName, keepList, keepTicks, type KeptTick, keptList, keptTicks, UNSENT, withoutMarks } from './keep'
import { readTicks } from './ticksFile'
import { leftOpen, newTick, progressOf, runToJoin, standing, type Tick } from './ticks'

const isWaiting = (tick: KeptTick): boolean => !tick.sent && !tick.refused

interface TicksOut {
  ticks: Tick[]
  last_failed: Record<string, string>
}

/** A checklist as the page shows it, whatever keeps it. save: where it was taken along as a file. */
export interface Check {
  list: ShallowRef<Checklist | null>
  stands: ComputedRef<Map<string, Tick>>
  carried: ComputedRef<Set<string>>
  unsent: ComputedRef<number>
  done: ComputedRef<number>
  secondsLeft: ComputedRef<number>
  failedOn: ShallowRef<Record<string, string>>
  isAway: Ref<boolean>
  problem: Ref<string>
  loading: Ref<boolean>
  begin: () => Promise<void>
  mark: (code: string, state: Tick['state']) => Promise<void>
  newRun: () => Promise<void>
  save?: () => void
  takeIn?: (text: string) => Promise<string>
}

export function useChecklist(shoot: string): Check {
  const list = shallowRef<Checklist | null>(null)
  const ticks = shallowRef<KeptTick[]>([])
  const run = ref('')
  const failedOn = shallowRef<Record<string, string>>({})
  const isAway = ref(false)
  const problem = ref('')
  const loading = ref(true)

  const stands = computed(() => standing(ticks.value.filter((tick) => tick.run_id === run.value)))
  const carried = computed(() => (list.value ? leftOpen(list.value.lines, ticks.value, run.value) : new Set<string>()))
  const unsent = computed(() => ticks.value.filter(isWaiting).length)
  const refusals = computed(() => {
    const said = ticks.value.filter((tick) => tick.refused)
    return said.length ? `${said.length} of this device’s ticks were refused: ${said[0]!.refused}` : ''
  })
  const progress = computed(() => progressOf(list.value?.lines ?? [], stands.value))
  const done = computed(() => progress.value.done)
  const secondsLeft = computed(() => progress.value.secondsLeft)

  const remember = async (): Promise<void> => {
    if (list.value) await keepList({ shoot, list: list.value, run: run.value, failed: failedOn.value })
  }

  async function begin(): Promise<void> {
    const kept = await keptList(shoot)
    ticks.value = await keptTicks(shoot)
    if (kept) {
      list.value = kept.list
      failedOn.value = kept.failed
      run.value = kept.run
      loading.value = false
    }
    await renew()
    loading.value = false
    tryAgain(sync, () => unsent.value > 0 || isAway.value)
  }

  /** Ask for the list anew; the one that is kept stays where the network is away. */
  async function renew(): Promise<void> {
    try {
      list.value = await asked<Checklist>(`pack/pre-flight/${shoot}`)
      problem.value = ''
    } catch (error) {
      if (error instanceof Refusal) problem.value = error.message
    }
    await sync()
    const joined = runToJoin(ticks.value, Date.now())
    if (joined) run.value = joined
    else if (!run.value || ticks.value.some((tick) => tick.run_id === run.value)) run.value = crypto.randomUUID()
    await remember()
  }

  async function exchange(): Promise<void> {
    try {
      const refused = await sendAll('ticks', ticks.value.filter(isWaiting).map(withoutMarks))
      if (refused.size) {
        ticks.value = ticks.value.map((tick) => (refused.has(tick.id) ? { ...tick, refused: refused.get(tick.id)! } : tick))
        await keepTicks(ticks.value.filter((tick) => refused.has(tick.id)))
      }
      const there = await asked<TicksOut>(`ticks/of-shoot/${shoot}`)
      const known: KeptTick[] = there.ticks.map((tick, order) => ({ ...tick, sent: true, order }))
      const ids = new Set(known.map((tick) => tick.id))
      ticks.value = [...known, ...ticks.value.filter((tick) => !ids.has(tick.id))] // ticked meanwhile
      failedOn.value = there.last_failed
      await keepTicks(known)
      await remember()
      isAway.value = false
      problem.value = refusals.value
    } catch (error) {
      if (error instanceof Refusal) problem.value = error.message
      else isAway.value = true
    }
  }

  const sync = oneAtATime(exchange)

  async function mark(code: string, state: Tick['state']): Promise<void> {
    const made = newTick({ shoot_id: shoot, run_id: run.value, code, state, device: deviceName(), of: list.value?.lines.length ?? null })
    const tick: KeptTick = { ...made, sent: false, order: UNSENT + ticks.value.length }
    ticks.value = [...ticks.value, tick]
    await keepTicks([tick]) // on the device before it is on its way
    void sync()
  }
  async function newRun(): Promise<void> {
    run.value = crypto.randomUUID()
    await remember()
  }
  /** Ticks of a file that was taken along; what came of it, in a sentence. */
  async function takeIn(text: string): Promise<string> {
    try {
      const { ticks: read, notes, gone } = readTicks(text, shoot, [...(list.value?.lines ?? []), ...(list.value?.after ?? [])])
      const { new: added } = await asked<{ new: number }>('ticks', { ticks: read })
      if (notes.length) await asked('notes', { notes })
      await sync()
      const joined = runToJoin(ticks.value, Date.now())
      if (joined) run.value = joined
      await remember()
      const noted = notes.length ? ` ${notes.length} ${notes.length === 1 ? 'note' : 'notes'} taken in.` : ''
      return `${added} of ${read.length} ticks were new.${noted}${gone.length ? ` Not in this shoot any more: ${gone.join(', ')}.` : ''}`
    } catch (error) {
      return (error as Error).message
    }
  }
  return { list, stands, carried, unsent, done, secondsLeft, failedOn, isAway, problem, loading, begin, mark, newRun, takeIn }
}
