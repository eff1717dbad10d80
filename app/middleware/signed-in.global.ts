/** Loads who is signed in before any page but sign-in and an owner’s card. */
export default defineNuxtRouteMiddleware(async to => {
  const session = useSession()
  if (to.path === '/sign-in' || to.path.startsWith('/card/') || session.person) return
  try {
    await session.load()
  } catch (error) {
    if (error instanceof ApiError && error.status === 401) return navigateTo({ path: '/sign-in', query: { back: to.fullPath } })
    return abortNavigation(
      createError({
        statusCode: 503,
        message: 'The server cannot be reached. Check that the program runs, then try again.',
        fatal: true,
      }),
    )
  }
})
