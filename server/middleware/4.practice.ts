import { isOthersPractice } from '../services/practice/practiceJobs'
import { notFound } from '../services/shop/refusal'

const ofJob = /^\/api\/(?:practice\/)?jobs\/([0-9a-f-]{36})(?:\/|$)/i

/** Somebody's practice is theirs alone: for everybody else it is not there. What is changed is looked at once more by the change. */
export default defineEventHandler(async event => {
  const [, jobId] = ofJob.exec(getRequestURL(event).pathname) ?? []
  if (!jobId || !isUuid(jobId)) return
  const caller = await callerOf(event)
  if (!caller || !(await isOthersPractice(caller.id, jobId))) return
  const { message } = notFound('job')
  throw createError({ statusCode: 404, statusMessage: 'refused', message, data: { message, fields: {} } })
})
