declare module '#auth-utils' {
  /** Sealed in the cookie; the page does not see it. */
  interface SecureSessionData {
    sessionId: string
  }
}
export {}
