import { ladderOf } from '../../services/practice/tasks'

export default signedInRoute('read', null, ({ actor }) => ladderOf(actor))
