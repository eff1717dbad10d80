import { clockText, dayText, durationText, momentText, stampText, waitText } from './times'

const at = (text: string) => +new Date(text)
const now = at('2026-05-20T14:00:00')

test('clock time today, with the day otherwise, with the year when it is another', () => {
  expect(clockText(at('2026-05-20T16:40:00'), now)).toBe('16:40')
  expect(clockText(at('2026-05-21T09:10:00'), now)).toBe('21 May 09:10')
  expect(clockText(at('2025-12-24T09:10:00'), now)).toBe('24 Dec 2025 09:10')
  expect(dayText(now)).toBe('20 May 2026')
  expect(stampText(now)).toBe('20 May 2026, 14:00')
})

test('days and months by name, figures in two places where the pattern says so', () => {
  expect(momentText(now, 'EEEE, MMMM d')).toBe('Wednesday, May 20')
  expect(momentText(at('2026-09-03T09:05:00'), 'd MMM yyyy, HH:mm')).toBe('3 Sep 2026, 09:05')
  expect(momentText(at('2026-09-03T21:05:00'), 'yyyy-MM-dd h:mm a')).toBe('2026-09-03 9:05 PM')
})

test('durations in figures', () => {
  expect(durationText(850)).toBe('14:10')
  expect(durationText(3725.9)).toBe('1:02:05')
  expect(durationText(0)).toBe('0:00')
  expect(durationText(-4)).toBe('0:00')
})

test('how long to wait, never less than it takes', () => {
  expect([0.2, 40, 61, 720, 725, 7200, 7801, 86_400 * 3].map(waitText)).toEqual([
    '1 s',
    '40 s',
    '61 s',
    '12 min',
    '13 min',
    '2 h',
    '2 h 11 min',
    '3 days',
  ])
})
