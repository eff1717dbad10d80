import { setShopDefaults } from '../../services/people/people'

export default signedInRoute('people', null, ({ actor }) => setShopDefaults(actor))
