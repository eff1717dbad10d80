import { taskSchema } from '#shared/practice'
import { peopleInPractice } from '../../services/practice/practice'
import { setTask } from '../../services/practice/tasks'

export default signedInRoute('people', taskSchema, async ({ actor, body }) => {
  await setTask(actor, body)
  return peopleInPractice()
})
