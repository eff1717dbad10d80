import { huntsOf } from '../../../services/practice/hunts'

export default signedInRoute('read', null, ({ actor }) => huntsOf(actor))
