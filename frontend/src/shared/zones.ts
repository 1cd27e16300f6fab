/** Time zones: all there are, and the one of a place. */
import { answered, client, Problem } from '@/api/client'

const ALL = Intl.supportedValuesOf('timeZone').map((zone) => ({ value: zone, label: zone.replaceAll('_', ' ') }))

/** Every zone, with the present one among them even where the browser does not list it. */
export function zoneOptions(now: string): { value: string; label: string }[] {
  return ALL.some((zone) => zone.value === now) ? ALL : [{ value: now, label: now }, ...ALL]
}

/** null where the server cannot say (away, or coordinates off the globe). */
export async function zoneOf(latitude_deg: number, longitude_deg: number): Promise<string | null> {
  try {
    return (await answered(client.GET('/api/v1/sky/zone', { params: { query: { latitude_deg, longitude_deg } } }))).zone
  } catch (error) {
    if (error instanceof Problem) return null
    throw error
  }
}
