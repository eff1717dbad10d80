import { listCrafts } from '../services/crafts'

export default signedInRoute('read', null, () => listCrafts())
