/** Metric or imperial distances and speeds: documents always hold metres and metres per second. */
import { useLocalStorage } from '@vueuse/core'
import { computed } from 'vue'
import { parseNumber } from './numbers'
import { marked, significant } from './numberText'

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

/** Temperatures: °C in documents. */
export const degreesUnit = computed(() => (isImperial.value ? '°F' : '°C'))
export const degreesToShown = (celsius: number): number => (isImperial.value ? Number((celsius * 1.8 + 32).toFixed(1)) : celsius)
export const degreesFromShown = (shown: number): number => (isImperial.value ? Number(((shown - 32) / 1.8).toFixed(2)) : shown)

const M_S_PER_MPH = 0.44704
export const speedUnit = computed(() => (isImperial.value ? 'mph' : 'm/s'))

export function speedToShown(metresPerSecond: number): number {
  return isImperial.value ? Number((metresPerSecond / M_S_PER_MPH).toPrecision(3)) : metresPerSecond
}

export function speedFromShown(value: number): number {
  return isImperial.value ? value * M_S_PER_MPH : value
}

/** "7 m/s", "5–7 m/s", "11–16 mph". */
export function speedBand({ low_m_s, high_m_s }: { low_m_s: number; high_m_s: number }): string {
  const from = low_m_s === high_m_s ? '' : `${marked(String(speedToShown(low_m_s)))}–`
  return `${from}${marked(String(speedToShown(high_m_s)))} ${speedUnit.value}`
}

/** A distance typed in the shown unit, or "inf"; null when it is neither. */
export function parseDistance(text: string): number | null {
  if (/^(inf(inity)?|∞)$/i.test(text.trim())) return INFINITY_M
  const number = parseNumber(text.replace(/\s*(m|ft)$/i, ''))
  return typeof number === 'number' ? fromShown(number) : null
}

export const writeDistance = (metres: number): string => (metres >= INFINITY_M ? '∞' : significant(toShown(metres), 4))

export function distanceText(metres: number | null): string {
  if (metres === null || metres >= INFINITY_M) return '∞'
  const shown = toShown(metres)
  const digits = shown < 1 ? 2 : shown < 10 ? 2 : 3
  const text = shown >= 1000 ? String(Math.round(shown)) : significant(shown, digits)
  return `${text} ${distanceUnit.value}`
}

/** "15 m – 40 m", "2 m – ∞", "infinity". */
export function distanceBand(nearM: number, farM: number | null): string {
  return nearM >= INFINITY_M ? 'infinity' : `${distanceText(nearM)} – ${distanceText(farM)}`
}
