import { roleSchema } from '#shared/schemas/person'
import { setRole } from '../../../services/people/people'

export default signedInRoute('people', roleSchema, ({ actor, id, body }) => setRole(actor, id(), body.role))
