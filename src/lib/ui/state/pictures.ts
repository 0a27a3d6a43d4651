import type { WorkroomData } from '$lib/core/backup';
import { isPlainJpeg } from '$lib/core/picture';
import { fail, ok, type Result } from '$lib/core/base';
import { smallPhoto } from '../run/photo';

/**
 * Pictures of a backup as they may be kept: one that is nothing but a picture stays as it is, to the byte; any other is drawn
 * anew, so that only what can be seen of it comes in. What cannot be drawn is no picture: the backup is refused.
 */
export async function safePictures(
  backup: WorkroomData,
  tell: (share: number) => void,
  signal: AbortSignal,
): Promise<Result<WorkroomData>> {
  const photos: WorkroomData['photos'] = [];
  for (const [i, photo] of backup.photos.entries()) {
    signal.throwIfAborted();
    if (isPlainJpeg(photo.bytes)) photos.push(photo);
    else {
      const file = new File([photo.bytes as Uint8Array<ArrayBuffer>], photo.id, { type: photo.type });
      const drawn = await smallPhoto(file);
      if (!drawn.ok)
        return fail(
          'bad-backup',
          `This backup is damaged: photos/${photo.id} is no picture.`,
          'Choose another one. Nothing here was changed.',
        );
      photos.push({ ...photo, ...drawn.value });
    }
    tell((i + 1) / backup.photos.length);
  }
  return ok({ ...backup, photos });
}
