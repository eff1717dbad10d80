import { format, formatDistanceStrict, isSameDay, isSameYear } from 'date-fns'
import { dayPattern, timePattern } from '#shared/writing'

/** Local clock time today, else with its day. */
export function clockText(at: number, now = Date.now()): string {
  if (isSameDay(at, now)) return format(at, timePattern())
  return format(at, `${dayPattern({ year: !isSameYear(at, now) })} ${timePattern()}`)
}
export const dayText = (at: number) => format(at, dayPattern({ year: true, long: true }))
export const stampText = (at: number) => format(at, `${dayPattern({ year: true })}, ${timePattern()}`)
/** How long until or since, such as "3 hours". */
export const spanText = (from: number, to: number) => formatDistanceStrict(from, to)

/** 14:10 or 1:02:05 from seconds. */
export function durationText(seconds: number): string {
  const whole = Math.max(0, Math.floor(seconds))
  const [h, m, s] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60, whole % 60]
  const two = (value: number) => String(value).padStart(2, '0')
  return h > 0 ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`
}

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
