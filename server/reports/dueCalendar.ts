import ical, { ICalCalendarMethod } from 'ical-generator'
import type { BellView } from '../../shared/bells'

/** Minutes that something due takes in a calendar. */
const LASTS = 15

/** What hangs on the rope as iCalendar (RFC 5545), an event a bell, with an alarm. */
export function dueCalendar(bells: readonly BellView[], now: Date): string {
  const calendar = ical({
    name: 'Zinc Bell: what is due',
    prodId: { company: 'Zinc Bell', product: 'rope' },
    method: ICalCalendarMethod.PUBLISH,
  })
  for (const { id, title, detail, dueAt } of bells)
    calendar
      .createEvent({
        id: `${id}@zinc-bell`,
        start: new Date(dueAt),
        end: new Date(dueAt + LASTS * 60_000),
        stamp: now,
        summary: title,
        description: detail,
      })
      .createAlarm({ type: 'display' as never, triggerBefore: 0 })
  return calendar.toString()
}
