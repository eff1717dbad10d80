import { columnPicture, type TubeTaking } from './columnPicture'

/**
 * A picture of a U-tube: two limbs before a board. Each limb’s height is a share of its tube.
 * @param taking of the limb on the left; the one on the right is so many px further
 */
export function uTubePicture(taking: TubeTaking, apart: number, left: number, right: number) {
  const { picture } = columnPicture(taking, left)
  const other = columnPicture(
    {
      ...taking,
      seed: taking.seed + 1,
      foot: [taking.foot[0] + apart, taking.foot[1]],
      top: [taking.top[0] + apart, taking.top[1]],
    },
    right,
  ).picture
  const from = Math.round((taking.foot[0] + taking.top[0]) / 2 + apart / 2)
  for (let y = 0; y < picture.height; y++) {
    const row = 4 * y * picture.width
    picture.data.set(other.data.subarray(row + 4 * from, row + 4 * picture.width), row + 4 * from)
  }
  return picture
}
