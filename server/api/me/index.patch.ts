import { preferencesSchema } from '#shared/schemas/person'
import { setPreferences } from '../../services/people/people'

export default signedInRoute('read', preferencesSchema, ({ actor, body }) => setPreferences(actor, body))
