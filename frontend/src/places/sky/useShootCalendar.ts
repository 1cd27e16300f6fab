/** The shoot's own plans as a calendar file: each situation with its hours and setup. */
import { ref } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { CalendarItem, Shoot } from '@/api/types'
import { useFoundation } from '@/planning/useFoundation'
import { requestFor } from '@/planning/useCase'
import { currentDocument } from '@/saving/documents'
import { apertureText, evText, isoText, shutterWithUnit } from '@/shared/format'
import { takeCalendar } from './calendar'
import type { useNight } from './useNight'

export function useShootCalendar(over: ReturnType<typeof useNight>, shoot: () => Shoot | null) {
  const foundation = useFoundation()
  const said = ref('')
  async function takePlans(): Promise<void> {
    const own = over.sky.value
    if (!own) return
    try {
      const items: CalendarItem[] = []
      for (const each of over.situations.value) {
        const { situation } = each
        if (situation.starts_at_min === null || situation.starts_at_min === undefined) continue
        const [itsBody, itsLens] = [currentDocument('bodies', each.body_id ?? ''), currentDocument('lenses', each.lens_id ?? '')]
        let note = ''
        if (itsBody && itsLens) {
          const { choice, light } = await answered(
            client.POST('/api/v1/plan', { body: requestFor(each, itsBody, itsLens, foundation.under(each), own) }),
          )
          note = `${itsBody.name}, ${itsLens.name}: ${shutterWithUnit(choice.shutter_s)}, ${apertureText(choice.aperture)}, ISO ${isoText(choice.iso)} at ${evText(light.ev100)}`
        }
        items.push({
          title: `${shoot()?.title}: ${situation.title}`.slice(0, 200),
          date: own.date,
          zone: own.zone,
          from_min: situation.starts_at_min,
          until_min: situation.ends_at_min ?? situation.starts_at_min,
          note,
          place: shoot()?.place?.name ?? '',
          latitude_deg: own.latitude_deg,
          longitude_deg: own.longitude_deg,
          alarm_min: 60,
        })
      }
      if (!items.length) said.value = 'No situation has hours yet.'
      else {
        await takeCalendar('shoot', items)
        said.value = `${items.length} plans taken along, each with an alarm an hour before.`
      }
    } catch (error) {
      said.value = error instanceof Problem ? error.message : String(error)
    }
  }

  return { said, takePlans }
}
