import { format, formatDistanceStrict, isSameDay, isSameYear } from 'date-fns'

/** Local clock time today, else with its day. */
export function clockText(at: number, now = Date.now()): string {
  if (isSameDay(at, now)) return format(at, 'HH:mm')
  return format(at, isSameYear(at, now) ? 'd MMM HH:mm' : 'd MMM yyyy HH:mm')
}
export const dayText = (at: number) => format(at, 'd MMMM yyyy')
export const stampText = (at: number) => format(at, 'd MMM yyyy, HH:mm')
/** How long until or since, such as "3 hours". */
export const spanText = (from: number, to: number) => formatDistanceStrict(from, to)

/** 14:10 or 1:02:05 from seconds. */
export function durationText(seconds: number): string {
  const whole = Math.max(0, Math.floor(seconds))
  const [h, m, s] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60, whole % 60]
  const two = (value: number) => String(value).padStart(2, '0')
  return h > 0 ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`
}
