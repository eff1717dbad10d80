import { purchaseEditSchema } from '#shared/schemas/narrow'
import { editPurchase } from '../../services/purchases'

export default signedInRoute('work', purchaseEditSchema, ({ actor, id, body }) => editPurchase(actor, id(), body))
