import { authoritySchema } from '#shared/schemas/person'
import { giveAuthority } from '../../../../services/people/authorities'

export default signedInRoute('people', authoritySchema, ({ actor, id, body }) => giveAuthority(actor, id(), body))
