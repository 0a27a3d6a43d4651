import { fail, ok, type Result } from '$lib/core/base';

/** Longest side that is kept, px: enough to see a stitch, small enough to keep hundreds. */
const LONGEST = 1600;
const QUALITY = 0.82;
const MOST_BYTES = 40 * 1024 * 1024;
const TYPE = 'image/jpeg';

/** A picture made small enough to be kept. What is no picture is refused in a sentence. */
export async function smallPhoto(file: File): Promise<Result<{ bytes: Uint8Array; type: string }>> {
  const refused = fail(
    'no-picture',
    `${file.name} is not a picture that this browser can show; the run is as it was.`,
    'Take a JPEG, PNG or WebP picture.',
  );
  // An SVG is a document with scripts of its own, not a photo.
  if (file.size > MOST_BYTES || file.type === 'image/svg+xml') return refused;
  try {
    const picture = await createImageBitmap(file);
    const scale = Math.min(1, LONGEST / Math.max(picture.width, picture.height));
    const canvas = document.createElement('canvas');
    canvas.width = Math.max(1, Math.round(picture.width * scale));
    canvas.height = Math.max(1, Math.round(picture.height * scale));
    canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
    picture.close();
    const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, TYPE, QUALITY));
    return blob ? ok({ bytes: new Uint8Array(await blob.arrayBuffer()), type: TYPE }) : refused;
  } catch {
    return refused;
  }
}
