import { openApiDocument } from '../services/openapi'

export default signedInRoute('read', null, openApiDocument)
