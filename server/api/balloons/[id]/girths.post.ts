import { girthSchema } from '#shared/schemas/balloon'
import { typeGirth } from '../../../services/bench/balloons'

export default signedInRoute('work', girthSchema, ({ actor, id, body }) => typeGirth(actor, id(), body))
