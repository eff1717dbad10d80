import { people } from '../services/people'

export default signedInRoute('read', null, people)
