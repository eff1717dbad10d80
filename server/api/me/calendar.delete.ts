import { endCalendarFeed } from '../../services/shop/calendarFeed'

export default signedInRoute('read', null, ({ actor }) => endCalendarFeed(actor))
