import { approvalSchema } from '#shared/schemas/approval'
import { recordApproval } from '../../../services/repair/decide'

export default signedInRoute('work', approvalSchema, ({ actor, id, body }) => recordApproval(actor, id(), body))
