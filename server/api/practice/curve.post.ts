import { curveAnswerSchema } from '#shared/practice'
import { answerCurve } from '../../services/practice/practice'

export default signedInRoute('read', curveAnswerSchema, ({ actor, body }) => answerCurve(actor, body))
