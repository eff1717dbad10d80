import { MOST_TEMPERATURE_CHARACTERS, shopTemperatureFileSchema } from '#shared/schemas/shopTemperature'
import { takeTemperatureFile } from '../../services/shelf/shopTemperatures'

export default signedInRoute('work', shopTemperatureFileSchema, ({ actor, body }) => takeTemperatureFile(actor, body.text), {
  mostBytes: 1.2 * MOST_TEMPERATURE_CHARACTERS,
})
