import { choiceSchema } from '#shared/schemas/choice'
import { recordChoice } from '../../../services/repair/decide'

export default signedInRoute('work', choiceSchema, ({ actor, id, body }) => recordChoice(actor, id(), body))
