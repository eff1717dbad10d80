import { purchaseEditSchema } from '#shared/schemas/narrow'
import { editPurchase } from '../../services/narrow/purchases'

export default signedInRoute('work', purchaseEditSchema, ({ actor, id, body }) => editPurchase(actor, id(), body))
