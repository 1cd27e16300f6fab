/** One night over a place: its date, the moment looked at, where the camera looks, and with what. */
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answered, client } from '@/api/client'
import type { DayOut, DayRequest, NightOut, NightRequest, PanoramaOut, PanoramaRequest, SavedPlace, SkyContext } from '@/api/types'
import { schoolsWith } from '@/planning/ownSchools'
import { skyContextOf } from '@/planning/skyContext'
import { useCase } from '@/planning/useCase'
import { useFoundation } from '@/planning/useFoundation'
import { usePlan } from '@/planning/usePlan'
import { currentOf, loadKind, useEntries } from '@/saving/documents'
import { edit } from '@/saving/undo'
import { tables } from '@/shared/tables'
import { useLatest } from '@/shared/useLatest'

export const NIGHT_FROM_MIN = 720
export const NIGHT_UNTIL_MIN = 2160
const SAME_PLACE_DEG = 0.02

export interface Asked {
  target: string
  above_deg: number
  haze: number
  frames: number
  tracked: boolean
  exposure_s: number | null
}

export function useNight(shootId: () => string, situationId: () => string | null) {
  const route = useRoute()
  const router = useRouter()
  const kit = useCase(situationId)
  const { plan } = usePlan(() => kit.request.value)
  loadKind('places').catch(() => undefined)
  const places = useEntries('places')

  const query = (name: string): string | null => (typeof route.query[name] === 'string' ? (route.query[name] as string) : null)
  const keep = (changes: Record<string, string | undefined>): void => void router.replace({ query: { ...route.query, ...changes } })
  const isDate = (text: string | null): text is string => text !== null && /^\d{4}-\d{2}-\d{2}$/.test(text)

  const today = new Date().toISOString().slice(0, 10) // a night can be looked for before the shoot has its day
  const shootDate = computed(() => kit.shoot.value?.date ?? null)
  const date = computed(() => (isDate(query('date')) ? query('date')! : (shootDate.value ?? today)))
  const goTo = (to: string): void => keep({ date: to === shootDate.value ? undefined : to })

  /** The shoot's sky, on the date looked at: readings belong to the shoot's own day. */
  const sky = computed<SkyContext | null>(() => {
    const shoot = kit.shoot.value
    const own = kit.sky.value ?? (shoot ? skyContextOf({ ...shoot, date: date.value }, []) : null)
    if (!own) return null
    return date.value === shootDate.value ? own : { ...own, date: date.value, readings: [] }
  })
  const saved = computed<SavedPlace | null>(() => {
    const here = sky.value
    if (!here) return null
    const near = places.value
      .map((entry) => currentOf(entry)!)
      .find(
        (each) =>
          Math.abs(each.latitude_deg - here.latitude_deg) < SAME_PLACE_DEG && Math.abs(each.longitude_deg - here.longitude_deg) < SAME_PLACE_DEG,
      )
    return near ?? null
  })
  const darkness = computed(() => ({ dark_mag: saved.value?.dark_mag ?? 21.7, glows: saved.value?.glows ?? [] }))

  const asked = ref<Asked>({ target: 'Galactic core', above_deg: 10, haze: 0, frames: 16, tracked: false, exposure_s: null })
  const focalMm = computed(
    () => plan.value?.choice.focal_length_mm ?? kit.planned.value?.situation.focal_length_mm ?? kit.lens.value?.focal_min_mm ?? null,
  )
  const widest = computed(() => kit.lens.value?.widest[0]?.f_number ?? 2.8)
  const fNumber = computed(() => plan.value?.choice.aperture ?? widest.value)

  const foundation = useFoundation()
  const schools = computed(() => {
    const planned = kit.planned.value
    return planned ? schoolsWith(planned.preferences, foundation.under(planned)?.schools ?? {}, tables.value?.schools ?? []) : undefined
  })
  /** What the plan exposes stars with: the sky shows the same frame. */
  const starsPlanned = computed(() => {
    const situation = kit.planned.value?.situation
    if (!plan.value || situation?.genre !== 'night_sky' || situation.subject === 'moon') return null
    return { exposure_s: plan.value.choice.shutter_s, iso: plan.value.choice.iso }
  })

  /** What the pointer holds right now: where the frame is being turned to, the moment being dragged. */
  const turning = ref<{ bearing: number; tilt: number } | null>(null)
  const scrubbing = ref<number | null>(null)
  const pointed = computed(() => {
    if (turning.value) return turning.value
    const situation = kit.planned.value?.situation
    return situation?.bearing_deg === null || situation?.bearing_deg === undefined
      ? null
      : { bearing: situation.bearing_deg, tilt: situation.tilt_deg }
  })
  function turnTo(bearing: number, tilt: number): void {
    turning.value = null
    const planned = kit.planned.value
    if (!planned) return
    const bearing_deg = Math.round((((bearing % 360) + 360) % 360) * 10) / 10
    const tilt_deg = Math.round(Math.min(Math.max(tilt, -90), 90) * 10) / 10
    edit('situations', { ...planned, situation: { ...planned.situation, bearing_deg, tilt_deg } }, 'pointing')
  }

  const night = useLatest<NightRequest, NightOut>(
    'night',
    () => {
      const { body } = kit
      if (!sky.value || !body.value || !focalMm.value) return null
      const at = pointed.value ? { bearing_deg: ((pointed.value.bearing % 360) + 360) % 360, tilt_deg: pointed.value.tilt } : {}
      return {
        sky: sky.value,
        ...darkness.value,
        ...asked.value,
        ...at,
        body: body.value,
        focal_mm: focalMm.value,
        f_number: fNumber.value,
        planned: starsPlanned.value,
      } as NightRequest
    },
    (body) => answered(client.POST('/api/v1/sky/night', { body })),
  )
  /** The moment looked at: asked for, else the middle of the situation, else when the target stands best. */
  const atMin = computed(() => {
    if (scrubbing.value !== null) return scrubbing.value
    const at = Number(query('at'))
    if (query('at') !== null && Number.isFinite(at) && at >= -1440 && at <= 20_160) return at
    const situation = kit.planned.value?.situation
    const starts = situation?.starts_at_min
    if (date.value === shootDate.value && starts !== null && starts !== undefined)
      return Math.round((starts + (situation?.ends_at_min ?? starts)) / 2)
    return night.answer.value?.dark.target_best_min ?? 1440
  })
  const lookAt = (minutes: number): void => {
    scrubbing.value = null
    keep({ at: String(Math.round(minutes)) })
  }

  const day = useLatest<DayRequest, DayOut>(
    'day',
    () => (sky.value ? { sky: sky.value, from_min: NIGHT_FROM_MIN, until_min: NIGHT_UNTIL_MIN, step_min: 10, condition: 'clear', blocks: [] } : null),
    (body) => answered(client.POST('/api/v1/sky/day', { body })),
  )
  const panorama = useLatest<PanoramaRequest, PanoramaOut>(
    'panorama of the sky',
    () => {
      if (!sky.value) return null
      const { body } = kit
      const frame =
        pointed.value && body.value && focalMm.value
          ? {
              sensor_width_mm: body.value.sensor_width_mm,
              sensor_height_mm: body.value.sensor_height_mm,
              focal_mm: focalMm.value,
              bearing_deg: ((pointed.value.bearing % 360) + 360) % 360,
              tilt_deg: pointed.value.tilt,
            }
          : null
      return {
        sky: sky.value,
        from_min: NIGHT_FROM_MIN,
        until_min: NIGHT_UNTIL_MIN,
        at_min: atMin.value,
        horizon: saved.value?.horizon ?? [],
        ...darkness.value,
        target: asked.value.target,
        pointed: frame,
      } as PanoramaRequest
    },
    (body) => answered(client.POST('/api/v1/sky/panorama', { body })),
  )
  watch(shootId, () => (turning.value = null))

  return {
    ...kit,
    plan,
    date,
    shootDate,
    goTo,
    night,
    day,
    panorama,
    nightSky: sky,
    saved,
    darkness,
    asked,
    focalMm,
    fNumber,
    pointed,
    turning,
    turnTo,
    atMin,
    scrubbing,
    lookAt,
    schools,
  }
}

export type NightOver = ReturnType<typeof useNight>
