import { archiveSchema } from '../../services/archive/archiveSchema'

export default signedInRoute('read', null, () => archiveSchema())
