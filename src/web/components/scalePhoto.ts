/** Longest side that a kept photo has, pixels: a scratch is still to be seen, and a hundred of them fit on a small disk. */
const LONGEST = 2000
const QUALITY = 0.85
/** The largest file that is looked at, bytes. */
const MOST = 40_000_000

/** A picture that cannot be kept, said for whoever chose it. */
export class NoPhoto extends Error {}

/** How files of a sort that browsers do not show begin [published: ISO/IEC 23008-12]. */
const HEIC = /^ftyp(hei[cmsx]|hev[cmsx]|mif1|msf1)/

/** A photo turned as it was taken, scaled, as JPEG. */
export async function scalePhoto(file: File): Promise<Blob> {
  if (file.size > MOST) throw new NoPhoto(`${file.name} is larger than ${MOST / 1e6} MB.`)
  const head = await file.slice(4, 12).text()
  let picture: ImageBitmap
  try {
    // Cameras write how they were held beside the picture.
    picture = await createImageBitmap(file, { imageOrientation: 'from-image' })
  } catch {
    throw new NoPhoto(
      HEIC.test(head)
        ? `${file.name} is a HEIC file, which this browser does not show. Let the camera save JPEG, or send it as one.`
        : `${file.name} is no picture, or a damaged one. JPEG, PNG and WebP are taken.`,
    )
  }
  const by = Math.min(1, LONGEST / Math.max(picture.width, picture.height)),
    canvas = document.createElement('canvas')
  canvas.width = Math.max(1, Math.round(picture.width * by))
  canvas.height = Math.max(1, Math.round(picture.height * by))
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height)
  picture.close()
  return new Promise((done, fail) =>
    canvas.toBlob(
      b => (b ? done(b) : fail(new NoPhoto(`${file.name} could not be scaled.`))),
      'image/jpeg',
      QUALITY,
    ),
  )
}
