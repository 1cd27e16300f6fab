/** Where and when a shoot takes place, with what was read there, as the sky's answers need it. */
import { computed, type ComputedRef } from 'vue'
import type { PlannedSituation, Shoot, SkyContext } from '@/api/types'
import { currentOf, useEntries, useEntry } from '@/saving/documents'
import { computedSame } from '@/shared/computedSame'

/** null while the shoot has no day or no place. */
export function skyContextOf(shoot: Shoot | null, situations: readonly PlannedSituation[]): SkyContext | null {
  if (!shoot?.date || !shoot.place) return null
  const readings = situations.flatMap(({ situation: { light } }) =>
    light.kind === 'reading' && light.at_min !== null && light.at_min !== undefined && light.condition
      ? [{ at_min: light.at_min, ev100: light.ev100, condition: light.condition }]
      : [],
  )
  return { date: shoot.date, zone: shoot.zone, latitude_deg: shoot.place.latitude_deg, longitude_deg: shoot.place.longitude_deg, readings }
}

/** A shoot with its situations in their order and its sky. */
export function useShoot(shootId: () => string | null): {
  shoot: ComputedRef<Shoot | null>
  situations: ComputedRef<PlannedSituation[]>
  sky: ComputedRef<SkyContext | null>
} {
  const entry = useEntry('shoots', () => shootId() ?? '')
  const all = useEntries('situations')
  const shoot = computed(() => (entry.value ? currentOf(entry.value) : null))
  const situations = computed(() =>
    all.value
      .map((each) => currentOf(each)!)
      .filter((planned) => planned.shoot_id === shootId())
      .sort((a, b) => a.situation.order - b.situation.order),
  )
  const sky = computedSame(() => skyContextOf(shoot.value, situations.value))
  return { shoot, situations, sky }
}
