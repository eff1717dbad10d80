import { unholdableSchema } from '#shared/schemas/repair'
import { recordUnholdable } from '../../../services/repair/repairs'

export default signedInRoute('work', unholdableSchema, ({ actor, id, body }) => recordUnholdable(actor, id(), body))
