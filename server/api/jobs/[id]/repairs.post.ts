import { repairSchema } from '#shared/schemas/repair'
import { recordRepair } from '../../../services/repair/repairs'

export default signedInRoute('work', repairSchema, ({ actor, id, body }) => recordRepair(actor, id(), body))
