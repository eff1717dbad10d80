import { takeOffBalloon } from '../../../services/balloons'

export default signedInRoute('work', null, ({ actor, id }) => takeOffBalloon(actor, id()))
