/** A place before anything is known of it. */
import type { SavedPlace } from '@/api/types'

export const blankPlace = (id: string): SavedPlace => ({
  id,
  name: 'New place',
  note: '',
  latitude_deg: 0,
  longitude_deg: 0,
  elevation_m: 0,
  zone: 'Etc/UTC',
  dark_mag: 21.7,
  glows: [],
  horizon: [],
  archived: false,
})
