import sharp from 'sharp'
import { TooMany, Turns } from '../base/files/turns.ts'
import { Problem } from '../base/problem.ts'

/** Larger than a screen shows, small enough for a shop's database. */
const LONGEST_SIDE = 2_400
/** A picture that unfolds to more than this is none that a camera made. */
const MOST_PIXELS = 60_000_000

/** One at a time, on one core: the others stay for whoever works. */
const drawing = new Turns(1, 1, 20)
sharp.concurrency(1)

/**
 * Draws a picture anew: what comes out has the pixels and nothing else, no place, no camera, no hidden content. It is turned as
 * the camera held it, and made smaller where it is larger than anybody looks at it.
 * @throws Problem 422 where the bytes are no picture, or one that unfolds beyond measure
 */
export async function drawnAnew(bytes: Buffer): Promise<Buffer> {
  try {
    const picture = sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error', animated: false })
    const { format } = await picture.metadata()
    const sized = picture.rotate().resize({ width: LONGEST_SIDE, height: LONGEST_SIDE, fit: 'inside', withoutEnlargement: true })
    return await drawing.take(() => (format === 'png' ? sized.png() : sized.jpeg({ quality: 85 })).toBuffer())
  } catch (error) {
    if (error instanceof TooMany)
      throw new Problem(429, 'files-waiting', 'Many pictures are being drawn just now. Send it again in a moment.')
    if (/pixel limit/i.test((error as Error).message))
      throw new Problem(422, 'picture-large', `File: the picture unfolds to more than ${MOST_PIXELS / 1e6} million dots. Save it smaller.`)
    throw new Problem(422, 'picture-broken', 'File: the picture cannot be read to its end. Save it again, as PNG or JPEG.')
  }
}
