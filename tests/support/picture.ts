/** A segment of a JPEG: its marker, and what is in it. */
const segment = (marker: number, content: number[]) => [0xff, marker, 0, content.length + 2, ...content];
const SCAN = [0x12, 0xff, 0x00, 0x34, 0xff, 0xd0, 0x56];

/** The smallest file with the parts of a JPEG, in their order; it shows nothing. */
export const jpeg = (more: number[] = [], after: number[] = []): Uint8Array =>
  Uint8Array.from([
    0xff,
    0xd8,
    ...segment(0xe0, [0x4a, 0x46, 0x49, 0x46, 0]),
    ...segment(0xdb, [1, 2]),
    ...more,
    ...segment(0xc0, [8]),
    ...segment(0xc4, [3]),
    ...segment(0xda, [1, 1]),
    ...SCAN,
    0xff,
    0xd9,
    ...after,
  ]);
/** A remark, and what a camera writes beside the picture. */
export const REMARK = segment(0xfe, [0x3c, 0x73, 0x3e]);
export const CAMERA = segment(0xe1, [0x45, 0x78, 0x69, 0x66]);
