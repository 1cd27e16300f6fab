/** The colour ruler: lights, setting and cast. */
import type { Plan } from '@/api/types'
import { type Flag, miredScale } from '@/rulers/scales'
import { kelvinText } from '@/shared/format'
import { fixed } from '@/shared/numberText'
import { type At, bandsOn, type RulerModel } from './model'

export function colour(plan: Plan, at: At): RulerModel {
  const value = plan.setup.settings['kelvin']?.value
  const marker = at('kelvin', typeof value === 'number' ? value : plan.light.cct_k)!
  const scale = miredScale(13000, 1800)
  const { cct_k: light, second_cct_k: second } = plan.light
  const cast = 1e6 / marker - 1e6 / light
  const lamp = (kelvin: number, label: string, side: Flag['side']): Flag => ({
    at: scale.toUnit(kelvin),
    label,
    severity: 'plain',
    sentence: kelvinText(kelvin),
    side,
  })
  const notes = [lamp(light, 'light', 'right')]
  if (second) notes.push(lamp(second, 'second light', 'right'))
  const mode = plan.setup.settings['white_balance']?.value
  const castText = Math.abs(cast) < 3 ? 'neutral in this light' : `${fixed(Math.abs(cast))} mired ${cast < 0 ? 'warmer' : 'cooler'}`
  return {
    setting: 'kelvin',
    name: 'Colour',
    valueText: kelvinText(marker),
    spoken: kelvinText(marker),
    meaning: `${mode === 'auto' ? 'automatic; ' : ''}${castText}`,
    scale,
    ticks: [12000, 9000, 7000, 6000, 5000, 4500, 4000, 3500, 3000, 2700, 2400, 2200, 2000, 1850].map((kelvin) => ({
      value: kelvin,
      label: String(kelvin),
    })),
    bands: bandsOn(plan, 'kelvin')
      .map((band) => ({ ...band, label: band.id === 'cast' ? 'cast shows' : band.label }))
      .filter((band) => band.id !== 'second_cast'),
    notes,
    field: null,
    marker,
    fixed: false,
    snap: (kelvin) => Math.round(kelvin / 50) * 50,
    nudge: (kelvin, steps) => Math.round(kelvin / 50) * 50 + steps * 50,
  }
}
