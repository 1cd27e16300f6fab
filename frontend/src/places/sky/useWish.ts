/** What a search for nights asks for, kept in the address, so that a link asks the same. */
import { computed } from 'vue'
import type { NightWish } from '@/api/types'
import { useAsked } from '@/shared/useAsked'

type Wish = Required<Pick<NightWish, 'above_deg' | 'moon' | 'from_min' | 'until_min' | 'weekdays' | 'at_least_min'>>
const NUMBERS = { above_deg: ['above', '15'], from_min: ['from', '1260'], until_min: ['until', '1800'], at_least_min: ['least', '30'] } as const
const MOONS = ['below', 'up', 'any'] as const
const MONTHS = ['3', '6', '12'] as const

export function useWish() {
  const fields = Object.fromEntries(Object.entries(NUMBERS).map(([field, [name, usual]]) => [field, useAsked(name, usual)])) as Record<
    keyof typeof NUMBERS,
    ReturnType<typeof useAsked>
  >
  const moon = useAsked('moon', 'below')
  /** Weekdays as figures, Monday 0: "56" are Saturday and Sunday. */
  const days = useAsked('days')
  const monthsAsked = useAsked('months', '6')
  const searched = useAsked('searched')
  const months = computed({
    get: () => MONTHS.find((each) => each === monthsAsked.value) ?? '6',
    set: (value: string) => (monthsAsked.value = value),
  })

  const numberOf = (field: keyof typeof NUMBERS): number => {
    const value = Number(fields[field].value)
    return Number.isFinite(value) ? value : Number(NUMBERS[field][1])
  }
  const wish = computed<Wish>(() => ({
    above_deg: numberOf('above_deg'),
    moon: MOONS.find((each) => each === moon.value) ?? 'below',
    from_min: numberOf('from_min'),
    until_min: numberOf('until_min'),
    at_least_min: numberOf('at_least_min'),
    weekdays: [...new Set(days.value)].filter((day) => /[0-6]/.test(day)).map(Number),
  }))

  function change(part: Partial<Record<keyof typeof NUMBERS, number>> & { moon?: string }): void {
    for (const field of Object.keys(NUMBERS) as (keyof typeof NUMBERS)[]) if (part[field] !== undefined) fields[field].value = String(part[field])
    if (part.moon !== undefined) moon.value = part.moon
  }
  return { wish, change, months, days, searched }
}
