/** An O-ring and its groove, m. */
export interface ORing {
  cord: number
  /** inside diameter of the ring */
  bore: number
  /** diameter that it sits on */
  seat: number
  grooveDepth: number
  grooveWidth: number
}

interface ORingFit {
  /** share of the cord by which it is pressed */
  squeeze: number
  /** share of the bore by which it is stretched; below zero it is loose */
  stretch: number
  /** share of the groove that it fills */
  fill: number
  /** what is wrong, each with what to do; empty when it fits */
  faults: string[]
}

/** Squeeze of a face seal, its stretch and how full its groove may be. Source: general practice of static O-ring seals. */
const O_RING_LIMITS = { squeeze: [0.15, 0.3], stretch: 0.05, fill: 0.85 } as const

/**
 * How an O-ring sits in its groove. Stretch thins the cord: it keeps its volume.
 * @throws RangeError unless every measure is above zero
 */
export function oRingFit({ cord, bore, seat, grooveDepth, grooveWidth }: ORing): ORingFit {
  if (![cord, bore, seat, grooveDepth, grooveWidth].every(each => each > 0))
    throw new RangeError('Every measure of a ring and its groove is more than zero.')
  const stretch = seat / bore - 1
  const thinned = cord / Math.sqrt((Math.max(seat, bore) + cord) / (bore + cord))
  const squeeze = 1 - grooveDepth / thinned
  const fill = (Math.PI * thinned * thinned) / 4 / (grooveDepth * grooveWidth)
  const {
    squeeze: [least, most],
    stretch: stretchMost,
    fill: fillMost,
  } = O_RING_LIMITS
  const percent = (share: number) => `${(100 * share).toFixed(0)} %`
  return {
    squeeze,
    stretch,
    fill,
    faults: [
      ...(squeeze < least
        ? [
            `Squeezed by ${percent(Math.max(0, squeeze))}, ${percent(least)} are the least: a thicker cord, or a shallower groove.`,
          ]
        : []),
      ...(squeeze > most
        ? [`Squeezed by ${percent(squeeze)}, ${percent(most)} are the most: a thinner cord, or a deeper groove.`]
        : []),
      ...(stretch > stretchMost
        ? [`Stretched by ${percent(stretch)}, ${percent(stretchMost)} are the most: a ring of a larger bore.`]
        : []),
      ...(stretch < -0.02 ? ['Too large for its seat: it will fold. A ring of a smaller bore.'] : []),
      ...(fill > fillMost
        ? [`It fills ${percent(fill)} of its groove, ${percent(fillMost)} are the most: fuel swells it.`]
        : []),
    ],
  }
}
