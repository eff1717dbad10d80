import { personSchema } from '#shared/schemas/person'
import { addPerson } from '../../services/people/people'

export default signedInRoute('people', personSchema, ({ actor, body }) => addPerson(hasher, actor, body))
