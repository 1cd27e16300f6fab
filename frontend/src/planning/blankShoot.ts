/** A shoot before anything is known of it. */
import type { Shoot } from '@/api/types'

export const blankShoot = (id: string): Shoot => ({
  id,
  title: 'New shoot',
  note: '',
  genre: 'sports',
  date: null,
  zone: 'Etc/UTC',
  place: null,
  photographers: [],
  faces: [],
})
