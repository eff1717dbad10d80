import { purchaseReasonSchema } from '#shared/schemas/narrow'
import { setPurchaseReason } from '../../services/purchases'

export default signedInRoute('work', purchaseReasonSchema, ({ actor, id, body }) => setPurchaseReason(actor, id(), body.reason))
