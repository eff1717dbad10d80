import { listCrafts } from '../../services/job/crafts'

export default signedInRoute('read', null, ({ event }) => listCrafts(String(getQuery(event).words ?? '')))
