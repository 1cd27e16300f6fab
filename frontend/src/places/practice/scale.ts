/** The scale a number is answered on: thirds of stops for EV and times, ratios for distances and kelvin. */
import type { DrillOut } from '@/api/types'

export interface Scale {
  /** The value at a share of the way, 0 to 1. */
  valueAt: (share: number) => number
  step: number
}

const FINE = 120

/** null: the drill is not answered by a number. */
export function scaleOf({ measure, low, high }: Pick<DrillOut, 'measure' | 'low' | 'high'>): Scale | null {
  if (low === null || high === null || measure === 'choice' || measure === 'order' || measure === 'point') return null
  if (measure === 'ev') {
    const thirds = Math.round((high - low) * 3)
    return { valueAt: (share) => Math.round((low + share * (high - low)) * 3) / 3, step: 1 / thirds }
  }
  const ratio = Math.log(high / low)
  if (measure === 's') {
    const thirds = Math.round(Math.log2(high / low) * 3)
    return { valueAt: (share) => 2 ** (Math.round((Math.log2(low) + share * Math.log2(high / low)) * 3) / 3), step: 1 / thirds }
  }
  return { valueAt: (share) => Number((low * Math.exp(share * ratio)).toPrecision(measure === 'k' ? 2 : 2)), step: 1 / FINE }
}
