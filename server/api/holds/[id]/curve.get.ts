import { holdCurve } from '../../../services/bench/holdReadings'

export default signedInRoute('read', null, async ({ id }) => ({ points: await holdCurve(id()) }))
