import { shopTemperatureSchema } from '#shared/schemas/shopTemperature'
import { takeShopTemperature } from '../../services/shelf/shopTemperatures'

export default signedInRoute('work', shopTemperatureSchema, ({ actor, body }) => takeShopTemperature(actor, body))
