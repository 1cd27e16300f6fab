/** The next event of the day, and an alarm some minutes before it: a tone, a buzz, a line. It works for as long as the page is open. */
import { computed, onBeforeUnmount, ref, type Ref } from 'vue'
import type { Cards } from './keep'
import { clockOf } from './notes'
import type { CardEvent } from './useField'

const MINUTE_MS = 60_000
const HALF_A_DAY_MS = 12 * 60 * MINUTE_MS

/** The first event after now on the day itself; on other days the first after a situation's beginning. */
export function nextEvent(events: readonly CardEvent[], startsAt: number | null, now: number): string {
  const today = events.some((event) => Math.abs(Date.parse(event.at) - now) < HALF_A_DAY_MS)
  const next = events.find((event) => (today ? Date.parse(event.at) > now : startsAt !== null && event.at_min > startsAt))
  return next ? `${clockOf(next.at_min)} ${next.title}` : ''
}

/** Which event wakes next: the first whose alarm time still lies ahead. */
export function toWakeFor(events: readonly CardEvent[], leadMin: number, now: number): CardEvent | undefined {
  return events.find((event) => Date.parse(event.at) - leadMin * MINUTE_MS > now)
}

export interface Alarm {
  on: Ref<boolean>
  said: Ref<string>
  now: Ref<number>
  toggle: () => void
}

export function useAlarm(shoot: string, cards: () => Cards | null): Alarm {
  const place = `wa-alarm:${shoot}`
  const on = ref(false)
  const woke = ref('')
  const now = ref(Date.now())
  let tone: AudioContext | null = null
  try {
    on.value = sessionStorage.getItem(place) === 'on'
  } catch {
    // a browser that keeps nothing forgets the alarm with the page
  }

  const next = computed(() => toWakeFor(cards()?.events ?? [], cards()?.lead_min ?? 0, now.value))
  const said = computed(() => {
    if (woke.value) return woke.value
    if (!on.value) return ''
    const lead = cards()?.lead_min ?? 0
    return next.value
      ? `Wakes ${lead} min before ${next.value.title}, ${clockOf(next.value.at_min)}, while this page is open.`
      : 'No event lies ahead.'
  })

  function ring(event: CardEvent): void {
    woke.value = `${event.title} at ${clockOf(event.at_min)}.`
    navigator.vibrate?.([400, 200, 400])
    if (!tone) return
    const [sound, level] = [tone.createOscillator(), tone.createGain()]
    sound.frequency.value = 660
    level.gain.setValueAtTime(0.2, tone.currentTime)
    level.gain.exponentialRampToValueAtTime(0.001, tone.currentTime + 1.5)
    sound.connect(level).connect(tone.destination)
    sound.start()
    sound.stop(tone.currentTime + 1.5)
  }
  const every = setInterval(() => {
    const event = next.value
    now.value = Date.now()
    if (on.value && event && event !== next.value) ring(event)
  }, 5000)

  function toggle(): void {
    on.value = !on.value
    woke.value = ''
    // Browsers let a page sound only once a finger has asked for it.
    if (on.value) tone ??= new AudioContext()
    try {
      sessionStorage.setItem(place, on.value ? 'on' : 'off')
    } catch {
      // see above
    }
  }
  onBeforeUnmount(() => {
    clearInterval(every)
    void tone?.close()
  })
  return { on, said, now, toggle }
}
