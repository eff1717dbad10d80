import { makeCalendarFeed } from '../../services/bells/calendarFeed'

export default signedInRoute('read', null, ({ actor }) => makeCalendarFeed(actor))
