import { proofSchema } from '#shared/schemas/proof'
import { recordProof } from '../../../services/prove/proof'

export default signedInRoute('work', proofSchema, ({ actor, id, body }) => recordProof(actor, id(), body))
