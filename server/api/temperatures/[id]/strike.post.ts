import { shopTemperatureStrikeSchema } from '#shared/schemas/shopTemperature'
import { strikeShopTemperature } from '../../../services/shelf/shopTemperatures'

export default signedInRoute('work', shopTemperatureStrikeSchema, ({ actor, id, body }) =>
  strikeShopTemperature(actor, id(), body.reason),
)
