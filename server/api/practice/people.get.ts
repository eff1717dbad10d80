import { peopleInPractice } from '../../services/practice/practice'

export default signedInRoute('people', null, peopleInPractice)
