/** Tables the server ships: settings, activities, lights and scales. Loaded once. */
import { computed, shallowRef } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { CatalogueEntry, SettingValue, Tables } from '@/api/types'
import { noteAway, onServerBack } from '@/saving/connection'
import { apertureText, isoText, kelvinText, shutterWithUnit, signedStops, useScales } from './format'
import { distanceText } from './units'

const loaded = shallowRef<Tables | null>(null)
let loading: Promise<void> | null = null

export const tables = computed(() => loaded.value)

export function loadTables(): Promise<void> {
  loading ??= answered(client.GET('/api/v1/tables'))
    .then((found) => {
      useScales(found.scales)
      loaded.value = found
    })
    .catch((error: unknown) => {
      loading = null
      if (error instanceof Problem && error.isAway) noteAway()
      else throw error
    })
  return loading
}

onServerBack(() => void loadTables())

export function settingOf(id: string): CatalogueEntry | undefined {
  return loaded.value?.settings.find((entry) => entry.id === id)
}

/** A setting that takes a number, not an option or a switch. */
export const takesNumber = (entry: CatalogueEntry): boolean => entry.options.length === 0 && entry.kind !== 'flag'

/** A setting's value in words. */
export function sayValue(entry: CatalogueEntry, value: SettingValue['value']): string {
  if (value === null || value === undefined) return '–'
  if (typeof value === 'boolean') return value ? 'on' : 'off'
  if (typeof value === 'string') return entry.options.find((option) => option.id === value)?.label ?? value
  switch (entry.unit) {
    case 's':
      return shutterWithUnit(value)
    case 'f/':
      return apertureText(value)
    case 'ISO':
      return isoText(value)
    case 'EV':
      return `${signedStops(value)} EV`
    case 'm':
      return distanceText(value)
    case 'K':
      return kelvinText(value)
    case '/s':
      return `${value}/s`
    default:
      return String(value)
  }
}
