/** How long to wait, as people say it: 40 s, 12 min, 2 h 10 min. Never less than it takes. */
export function waitText(seconds: number): string {
  if (seconds < 90) return `${Math.max(1, Math.ceil(seconds))} s`
  const minutes = Math.ceil(seconds / 60)
  if (minutes < 100) return `${minutes} min`
  const hours = Math.floor(minutes / 60),
    rest = minutes % 60
  if (hours >= 48) return `${Math.round(hours / 24)} days`
  return rest ? `${hours} h ${rest} min` : `${hours} h`
}
