import { purchaseSchema } from '#shared/schemas/narrow'
import { addPurchase } from '../../../services/narrow/purchases'

export default signedInRoute('work', purchaseSchema, ({ actor, id, body }) => addPurchase(actor, id(), body))
