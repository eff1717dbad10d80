import { holdCurve } from '../../../services/holdReadings'

export default signedInRoute('read', null, async ({ id }) => ({ points: await holdCurve(id()) }))
