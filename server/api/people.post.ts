import { personSchema } from '#shared/schemas/person'
import { addPerson } from '../services/shop/people'

export default signedInRoute('people', personSchema, ({ actor, body }) =>
  addPerson({ hash: hashPassword, verify: verifyPassword }, actor, body),
)
