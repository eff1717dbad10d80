import { listCrafts } from '../../services/job/crafts'

export default signedInRoute('read', null, ({ event }) => listCrafts(askedIn(event, 'words')))
