import { purchaseSchema } from '#shared/schemas/narrow'
import { addPurchase } from '../../../services/purchases'

export default signedInRoute('work', purchaseSchema, ({ actor, id, body }) => addPurchase(actor, id(), body))
