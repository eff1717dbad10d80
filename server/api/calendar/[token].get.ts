import { shopTime } from '../../services/house/steadyClock'
import { readCalendarFeed } from '../../services/bells/calendarFeed'

export default openRoute(null, ({ event }) => {
  setHeader(event, 'Content-Type', 'text/calendar; charset=utf-8')
  return readCalendarFeed(secretTokenIn(event), new Date(shopTime()))
})
