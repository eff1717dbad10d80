import { questionAnswerSchema } from '#shared/practice'
import { answerQuestion } from '../../services/practice/practice'

export default signedInRoute('read', questionAnswerSchema, ({ actor, body }) => answerQuestion(actor, body))
