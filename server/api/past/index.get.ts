import { pastQuerySchema } from '#shared/schemas/past'
import { searchPast } from '../../services/past/search'

export default signedInRoute('read', null, async ({ event }) => searchPast(await checkedQuery(event, pastQuerySchema)))
