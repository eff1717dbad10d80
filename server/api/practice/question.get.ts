import { nextQuestion } from '../../services/practice/practice'

export default signedInRoute('read', null, ({ actor }) => nextQuestion(actor))
