import { balloonSchema } from '#shared/schemas/balloon'
import { tieBalloon } from '../../../services/bench/balloons'

export default signedInRoute('work', balloonSchema, ({ actor, id, body }) => tieBalloon(actor, id(), body))
