import { purchaseStepSchema } from '#shared/schemas/narrow'
import { stepPurchase } from '../../../services/narrow/purchases'

export default signedInRoute('work', purchaseStepSchema, ({ actor, id, body }) => stepPurchase(actor, id(), body))
