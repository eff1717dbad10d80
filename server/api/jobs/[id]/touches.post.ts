import { touchSchema } from '#shared/schemas/repair'
import { recordTouch } from '../../../services/job/repairs'

export default signedInRoute('work', touchSchema, ({ actor, id, body }) => recordTouch(actor, id(), body))
