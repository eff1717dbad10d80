import { firstHourOf } from '../../services/practice/huntJobs'

export default signedInRoute('read', null, ({ actor }) => firstHourOf(actor))
