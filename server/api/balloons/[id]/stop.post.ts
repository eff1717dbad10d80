import { takeOffBalloon } from '../../../services/bench/balloons'

export default signedInRoute('work', null, ({ actor, id }) => takeOffBalloon(actor, id()))
