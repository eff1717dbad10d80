import { nextCurve } from '../../services/practice/practice'

export default signedInRoute('read', null, () => nextCurve())
