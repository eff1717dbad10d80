const DAY = 86_400_000

/** When a tin was opened and expires, ms since 1970; null where nobody said. */
interface LotAge {
  openedAt: number | null
  expiresAt: number | null
  /** days that it keeps once opened; null where its sheet does not say */
  openedDays: number | null
}

/** Until when a tin may be used: what is printed on it, or so long after it was opened; null where neither is known. */
export function usableUntil({ openedAt, expiresAt, openedDays }: LotAge): number | null {
  const opened = openedAt !== null && openedDays !== null ? openedAt + openedDays * DAY : null
  if (opened === null || expiresAt === null) return opened ?? expiresAt
  return Math.min(opened, expiresAt)
}

/** Why a tin is too old at a moment, as a sentence; null when it may be used. */
export function lotProblem(lot: LotAge, now: number): string | null {
  const days = (ms: number) => {
    const whole = Math.max(1, Math.floor(ms / DAY))
    return `${whole} day${whole === 1 ? '' : 's'}`
  }
  if (lot.expiresAt !== null && now >= lot.expiresAt) return `It expired ${days(now - lot.expiresAt)} ago.`
  const { openedAt, openedDays } = lot
  return openedAt !== null && openedDays !== null && now >= openedAt + openedDays * DAY
    ? `It was opened ${days(now - openedAt)} ago and keeps ${openedDays}.`
    : null
}
