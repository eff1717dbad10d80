import { people } from '../services/shop/people'

export default signedInRoute('read', null, people)
