import { signatureSchema } from '#shared/schemas/handBack'
import { signJob } from '../../../services/prove/signatures'

export default signedInRoute('sign', signatureSchema, ({ actor, id, body }) =>
  signJob({ verify: verifyPassword }, actor, id(), body),
)
