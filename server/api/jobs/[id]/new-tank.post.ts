import { newTankSchema } from '#shared/schemas/newTank'
import { checkNewTank } from '../../../services/repair/decide'

export default signedInRoute('work', newTankSchema, ({ actor, id, body }) => checkNewTank(actor, id(), body))
