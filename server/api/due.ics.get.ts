import { dueCalendar } from '../reports/dueCalendar'
import { bells } from '../services/bells/bells'

export default signedInRoute('read', null, async ({ event, actor }) => {
  setHeader(event, 'Content-Type', 'text/calendar; charset=utf-8')
  setHeader(event, 'Content-Disposition', 'attachment; filename="due.ics"')
  return dueCalendar(await bells(), actor.now)
})
