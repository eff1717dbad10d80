import { answerSchema } from '#shared/schemas/narrow'
import { answerCheck } from '../../../services/narrow/narrowing'

export default signedInRoute('work', answerSchema, ({ actor, id, body }) => answerCheck(actor, id(), body))
