import { makeCalendarFeed } from '../../services/shop/calendarFeed'

export default signedInRoute('read', null, ({ actor }) => makeCalendarFeed(actor))
