/** What one reading may tell besides its time, the one list of it. All but the pressure may be absent. */
export const channels = ['pressure', 'temperature', 'barometer', 'difference', 'noise'] as const
export type Channel = (typeof channels)[number]
/** Channels that are pressures, in whatever unit of pressure they were read. */
export const pressureChannels = ['pressure', 'barometer', 'difference', 'noise'] as const satisfies readonly Channel[]

/** The numbers of a reading in the order in which they are kept. */
export const readingFields = ['t', ...channels] as const
export type ReadingField = (typeof readingFields)[number]

/** Something for each number of a reading. */
export const byField = <T>(of: (field: ReadingField) => T): Record<ReadingField, T> =>
  Object.fromEntries(readingFields.map(field => [field, of(field)])) as Record<ReadingField, T>

type OptionalChannel = Exclude<Channel, 'pressure'>
const optionalChannels = channels.filter((channel): channel is OptionalChannel => channel !== 'pressure')

/** The channels that a reading has besides its pressure. @param valueOf null or NaN where it is absent */
export function optionalOf(valueOf: (channel: OptionalChannel) => number | null): Partial<Record<OptionalChannel, number>> {
  const present: Partial<Record<OptionalChannel, number>> = {}
  for (const channel of optionalChannels) {
    const value = valueOf(channel)
    if (value !== null && !Number.isNaN(value)) present[channel] = value
  }
  return present
}
