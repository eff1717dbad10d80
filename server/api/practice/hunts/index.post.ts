import { huntSchema } from '#shared/practice'
import { beginHunt } from '../../../services/practice/hunts'

export default signedInRoute('read', huntSchema, ({ actor, body }) => beginHunt(actor, body))
