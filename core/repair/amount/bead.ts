/** Section of a fillet with two equal legs and a straight face, m2. @param leg m */
export const filletSection = (leg: number): number => (leg * leg) / 2
/** Section of a round bead or rod, m2. */
const roundSection = (diameter: number): number => (Math.PI * diameter * diameter) / 4

/**
 * Volume of a bead, m3: length x section, run past the leak at both ends.
 * @param length m between the marks @param section m2 @param past m at each end
 * @throws RangeError unless length and section are above zero
 */
export function beadVolume(length: number, section: number, past = 0): number {
  if (!(length > 0) || !(section > 0) || !(past >= 0)) throw new RangeError('A bead has a length and a section above zero.')
  return (length + 2 * past) * section
}

/** Rods that fill a valley. @param valley m2 of its section @param rod m, diameter @param rodLength m */
export const rodsFor = (length: number, valley: number, rod: number, rodLength: number): number =>
  Math.ceil((length * valley) / (roundSection(rod) * rodLength) - 1e-9)

/**
 * Cloth for the faces of a box whose edges are lapped up the next face, m2.
 * @param faces m, width and height of each @param lap m, 0.01 to 0.02
 */
export const clothArea = (faces: readonly { width: number; height: number }[], lap: number): number =>
  faces.reduce((sum, { width, height }) => sum + (width + 2 * lap) * (height + 2 * lap), 0)

/** Foam that fills a tank but for the sender's well, and the fuel that it displaces, m3. Foam displaces 2 to 4 %. */
export function foamFor(capacity: number, senderWell: number): { foam: number; displaced: readonly [number, number] } {
  if (!(capacity > senderWell) || senderWell < 0) throw new RangeError('The sender’s well is smaller than the tank.')
  const foam = capacity - senderWell
  return { foam, displaced: [0.02 * foam, 0.04 * foam] }
}
