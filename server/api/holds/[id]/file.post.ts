import { fileSchema, MOST_FILE_CHARACTERS } from '#shared/leaktest/hold/holdForm'
import { takeFile } from '../../../services/bench/hold/takeReadings'

export default signedInRoute('work', fileSchema, ({ actor, id, body }) => takeFile(actor, id(), body), {
  mostBytes: 1.2 * MOST_FILE_CHARACTERS,
})
