/** How this browser writes and listens: clock of 12 or 24 hours, order of a date, keys without a modifier. */
import { useLocalStorage } from '@vueuse/core'

export const clockHours = useLocalStorage<12 | 24>('wa-clock', 24)
export const dateOrder = useLocalStorage<'year' | 'day' | 'month'>('wa-dates', 'year')
export const singleKeys = useLocalStorage('wa-single-keys', true)

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']

/** "2026-09-12", "12 Sep 2026" or "Sep 12, 2026". */
export function dateText(date: string): string {
  const [year, month, day] = date.split('-')
  const name = MONTHS[Number(month) - 1]
  if (dateOrder.value === 'year' || !name) return date
  return dateOrder.value === 'day' ? `${Number(day)} ${name} ${year}` : `${name} ${Number(day)}, ${year}`
}

/** "21:15" or "9:15 pm", of minutes after midnight. */
export function clockIn(hours: 12 | 24, ofDay: number): string {
  const [hour, minute] = [Math.floor(ofDay / 60), String(ofDay % 60).padStart(2, '0')]
  if (hours === 24) return `${String(hour).padStart(2, '0')}:${minute}`
  return `${hour % 12 || 12}:${minute} ${hour < 12 ? 'am' : 'pm'}`
}

/** Text with its times of day as this browser writes them. */
export const withClock = (text: string): string =>
  clockHours.value === 24
    ? text
    : text.replace(/(?<![\d:.+])([01]?\d|2[0-3]):([0-5]\d)(?![\d:])/g, (_, hour: string, minute: string) =>
        clockIn(12, Number(hour) * 60 + Number(minute)),
      )
