/** What is noted down for the tests that no frame tells. */
import type { Asked } from '@/api/types'

export interface NoteColumn<Row> {
  key: keyof Row
  label: string
  unit?: string
  least?: number
  most?: number
  options?: { value: string; label: string }[]
  /** A yes or no. */
  yes?: boolean
}

export type Charge = Asked['charges'][number]
export type Sent = Asked['sent'][number]
export type Screen = Asked['screens'][number]

export const CHARGES: NoteColumn<Charge>[] = [
  { key: 'frames', label: 'Frames so far', least: 0, most: 100_000 },
  { key: 'percent', label: 'Charge', unit: '%', least: 0, most: 100 },
]
export const SENT: NoteColumn<Sent>[] = [
  { key: 'at_s', label: 'Since the first frame', unit: 's', least: 0, most: 86_400 },
  { key: 'taken', label: 'Taken', least: 0, most: 100_000 },
  { key: 'arrived', label: 'Arrived', least: 0, most: 100_000 },
]
export const SCREENS: NoteColumn<Screen>[] = [
  {
    key: 'on',
    label: 'Display',
    options: [
      { value: 'computer', label: 'computer' },
      { value: 'screen', label: 'rear screen' },
      { value: 'finder', label: 'finder' },
    ],
  },
  { key: 'in_sun', label: 'in the sun', yes: true },
  { key: 'darkest', label: 'First told from black', least: 1, most: 12 },
  { key: 'lightest', label: 'First told from white', least: 1, most: 12 },
  { key: 'grey', label: 'Like the grey card', least: 1, most: 13 },
]
export const FRESH = {
  charge: { frames: 0, percent: 100 } as Charge,
  sent: { at_s: 0, taken: 0, arrived: 0 } as Sent,
  screen: { on: 'computer', in_sun: false, darkest: 3, lightest: 3, grey: 7 } as Screen,
}
