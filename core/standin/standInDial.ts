import { dialPicture, type DialFace, type DialPicture, type DialTaking } from './dialPicture'

/** The dial that a simulated tank is seen by, and how the stand-in of a camera stands before it. */
const face: DialFace = {
  face: [238, 236, 226],
  ink: [28, 28, 30],
  needle: [20, 20, 24],
  taper: [0.026, 0.008, 0.82],
  tail: 0.2,
  start: 0.75 * Math.PI,
  sweep: 1.5 * Math.PI,
  majors: 5,
  minors: 5,
  sector: 0.1,
  second: null,
}
const taking: DialTaking = {
  width: 480,
  height: 360,
  radius: 150,
  centre: [242, 181],
  tilt: 0.22,
  towards: 0.7,
  blur: 0.8,
  noise: 4,
  glare: 0.15,
  shade: 0.2,
  light: 0.95,
  hand: 0,
  seed: 1,
}

/**
 * A picture of the stand-in's dial.
 * @param pressure Pa @param full at the end of its scale, Pa; a vacuum's is below zero
 * @param at seeds what the camera's sensor adds @param hand somebody reaches in front of it
 */
export const standInDial = (pressure: number, full: number, at: number, hand = false): DialPicture =>
  dialPicture(face, { ...taking, seed: 1 + Math.round(at), hand: hand ? 0.7 : 0 }, pressure / full)

/** Where rim, centre, needle and marks are in its picture, px, as somebody would set it up. */
export function standInDialSight(full: number) {
  const { at } = standInDial(0, full, 0)
  const along = (share: number) => face.start + share * face.sweep
  return {
    kind: 'dial' as const,
    rim: Array.from({ length: 8 }, (_, k) => at((2 * Math.PI * k) / 8, 1)),
    centre: at(0, 0),
    needle: at(along(0), 0.6),
    marks: [0, 0.4, 1].map(share => ({ ...at(along(share), 0.85), value: share * full })),
  }
}
