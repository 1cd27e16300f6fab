/** A shoot before anything is known of it. */
import type { Shoot } from '@/api/types'

export const blankShoot = (id: string, zone = 'Etc/UTC'): Shoot => ({
  id,
  title: 'New shoot',
  note: '',
  genre: 'sports',
  date: null,
  zone,
  place: null,
  photographers: [],
  faces: [],
  template: false,
  archived: false,
})
