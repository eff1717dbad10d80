/** An address that nothing answers is said to be none, and is not taken for a page. */
export default defineEventHandler(() => {
  const message = 'There is nothing at this address.'
  throw createError({ statusCode: 404, statusMessage: 'refused', message, data: { message, fields: {} } })
})
