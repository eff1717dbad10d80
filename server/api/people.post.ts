import { personSchema } from '#shared/schemas/person'
import { addPerson } from '../services/people'

export default signedInRoute('people', personSchema, ({ actor, body }) => addPerson({ hash: hashPassword, verify: verifyPassword }, actor, body))
