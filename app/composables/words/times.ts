import { isSameDay, isSameYear, lightFormat } from 'date-fns'
import { dayPattern, timePattern } from '#shared/writing'

// Names of `date-fns` come with the tables of all that its `format` can write.
const names: Record<string, Intl.DateTimeFormat> = {
  EEEE: new Intl.DateTimeFormat('en', { weekday: 'long' }),
  MMMM: new Intl.DateTimeFormat('en', { month: 'long' }),
  MMM: new Intl.DateTimeFormat('en', { month: 'short' }),
}
/** @param pattern of `date-fns`, with EEEE, MMMM and MMM for names */
export const momentText = (at: number, pattern: string) =>
  lightFormat(
    at,
    pattern.replace(/EEEE|MMMM?/g, name => (name in names ? `'${names[name]!.format(at)}'` : name)),
  )

/** Local clock time today, else with its day. */
export function clockText(at: number, now = Date.now()): string {
  if (isSameDay(at, now)) return momentText(at, timePattern())
  return momentText(at, `${dayPattern({ year: !isSameYear(at, now) })} ${timePattern()}`)
}
export const dayText = (at: number) => momentText(at, dayPattern({ year: true, long: true }))
export const stampText = (at: number) => momentText(at, `${dayPattern({ year: true })}, ${timePattern()}`)

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
