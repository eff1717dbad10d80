import { openApiDocument } from '../services/routes/openapi'

export default signedInRoute('read', null, openApiDocument)
