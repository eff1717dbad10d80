import { openApiDocument } from '../services/shop/openapi'

export default signedInRoute('read', null, openApiDocument)
