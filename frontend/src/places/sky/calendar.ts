/** Plans as a calendar file with alarms. */
import { answered, client } from '@/api/client'
import type { CalendarItem } from '@/api/types'
import { download } from '@/shared/download'

export async function takeCalendar(name: string, items: CalendarItem[]): Promise<void> {
  const text = await answered(client.POST('/api/v1/sky/calendar', { body: { items }, parseAs: 'text' }))
  download(`${name}.ics`, text as unknown as string, 'text/calendar')
}
