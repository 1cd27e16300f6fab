/** Metric or imperial distances: documents always hold metres. */
import { useLocalStorage } from '@vueuse/core'
import { computed } from 'vue'

const METRES_PER_FOOT = 0.3048
export const INFINITY_M = 100_000

export const distanceUnit = useLocalStorage<'m' | 'ft'>('wa-distance', 'm')
export const isImperial = computed(() => distanceUnit.value === 'ft')

export function toShown(metres: number): number {
  return isImperial.value ? metres / METRES_PER_FOOT : metres
}

export function fromShown(value: number): number {
  return isImperial.value ? value * METRES_PER_FOOT : value
}

export function distanceText(metres: number | null): string {
  if (metres === null || metres >= INFINITY_M) return '∞'
  const shown = toShown(metres)
  const digits = shown < 1 ? 2 : shown < 10 ? 2 : 3
  const text = shown >= 1000 ? String(Math.round(shown)) : String(Number(shown.toPrecision(digits)))
  return `${text} ${distanceUnit.value}`
}

/** "15 m – 40 m", "2 m – ∞", "infinity". */
export function distanceBand(nearM: number, farM: number | null): string {
  return nearM >= INFINITY_M ? 'infinity' : `${distanceText(nearM)} – ${distanceText(farM)}`
}
