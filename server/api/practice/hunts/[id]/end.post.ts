import { huntEndSchema } from '#shared/practice'
import { endHunt } from '../../../../services/practice/hunts'

export default signedInRoute('read', huntEndSchema, ({ actor, id, body }) => endHunt(actor, id(), body))
