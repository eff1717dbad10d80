export { waitText } from '#core/words/spans'
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

/** ms ago of a local date and time as it is typed; none where it is empty, which is now. */
export const agoOf = (local: string | undefined): number | undefined => (local ? Date.now() - Date.parse(local) : undefined)
