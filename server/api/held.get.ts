import { heldRecords } from '../services/repair/decide'

export default signedInRoute('read', null, () => heldRecords())
