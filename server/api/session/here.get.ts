import { shopTime } from '../../services/house/steadyClock'
import { peopleAt } from '../../services/people/sessions'

/** Who can be switched to at this browser: those signed in at it who have a PIN. */
export default openRoute(null, ({ event }) => peopleAt(deviceOf(event), new Date(shopTime())))
