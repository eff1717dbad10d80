import { endCalendarFeed } from '../../services/bells/calendarFeed'

export default signedInRoute('read', null, ({ actor }) => endCalendarFeed(actor))
