/** An address that nothing answers is said to be none, and is not taken for a page. */
export default defineEventHandler(() => {
  throw answered(404, 'refused', 'There is nothing at this address.')
})
