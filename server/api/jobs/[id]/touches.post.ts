import { touchSchema } from '#shared/schemas/repair'
import { recordTouch } from '../../../services/repair/repairs'

export default signedInRoute('work', touchSchema, ({ actor, id, body }) => recordTouch(actor, id(), body))
