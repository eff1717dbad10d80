import { checkShownOn } from '../../../../services/practice/huntJobs'

export default signedInRoute('read', null, ({ event, id }) => checkShownOn(id(), askedIn(event, 'key')))
