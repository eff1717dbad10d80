import { listCrafts } from '../services/job/crafts'

export default signedInRoute('read', null, () => listCrafts())
