import { defectCardSchema } from '#shared/schemas/defect'
import { fillCard } from '../../../services/repair/decide'

export default signedInRoute('work', defectCardSchema, ({ actor, id, body }) => fillCard(actor, id(), body))
