/** What a JPEG says before its picture, and where it ends (ITU-T T.81, annex B). */
export interface PlainJpeg {
  /** The picture alone: no Exif, XMP, IPTC or comment in any segment, and nothing after its end. */
  readonly bytes: Buffer;
  readonly width: number;
  readonly height: number;
  /** Orientation or a color profile was told: without it the picture would show otherwise. */
  readonly needsTurning: boolean;
}

/** Why a picture cannot be taken, in a sentence. */
export class PictureFault extends Error {}

const noJpeg = 'This is not a JPEG photograph. Take or choose the picture again.';
const cutShort = 'This photograph is cut short. Send it again.';

const soi = 0xd8;
const eoi = 0xd9;
const sos = 0xda;
const app = (marker: number) => marker >= 0xe0 && marker <= 0xef;
const comment = 0xfe;
/** Markers that stand alone, without a length: TEM and the restarts. */
const standsAlone = (marker: number) => marker === 0x01 || (marker >= 0xd0 && marker <= 0xd7);
/** Frames: SOF0 to SOF15, less DHT, JPG and DAC, which lie among them. */
const frame = (marker: number) =>
  marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc;

/** Segments that a decoder needs: plain JFIF without its small picture, and Adobe's word on the colors. */
function isPlain(marker: number, body: Buffer): boolean {
  if (marker === 0xe0) return body.length === 14 && body.subarray(0, 5).equals(Buffer.from('JFIF\0'));
  if (marker === 0xee) return body.length === 12 && body.subarray(0, 5).equals(Buffer.from('Adobe'));
  return false;
}

/** The orientation in an Exif segment, 1 where it tells none. TIFF 6.0, tag 274. */
function orientationIn(body: Buffer): number {
  if (!body.subarray(0, 6).equals(Buffer.from('Exif\0\0')) || body.length < 14) return 1;
  const tiff = body.subarray(6);
  const little = tiff.subarray(0, 2).equals(Buffer.from('II'));
  const u16 = (at: number) =>
    at + 2 <= tiff.length ? (little ? tiff.readUInt16LE(at) : tiff.readUInt16BE(at)) : 0;
  const start = little ? tiff.readUInt32LE(4) : tiff.readUInt32BE(4);
  for (let k = 0; k < u16(start); k++) {
    const entry = start + 2 + 12 * k;
    if (u16(entry) === 274) return u16(entry + 8);
  }
  return 1;
}

/**
 * Takes a JPEG apart by its segments and puts its picture together again, bit for bit, without what it tells of its place
 * and its maker.
 * @throws PictureFault
 */
export function plainJpeg(bytes: Buffer): PlainJpeg {
  if (bytes.length < 4 || bytes[0] !== 0xff || bytes[1] !== soi) throw new PictureFault(noJpeg);
  const kept: Buffer[] = [bytes.subarray(0, 2)];
  let [width, height, needsTurning, scans] = [0, 0, false, 0];
  let at = 2;
  for (;;) {
    // Fill bytes may stand before a marker.
    while (bytes[at] === 0xff && bytes[at + 1] === 0xff) at += 1;
    const marker = bytes[at + 1];
    if (at + 2 > bytes.length || marker === undefined) throw new PictureFault(cutShort);
    if (bytes[at] !== 0xff) throw new PictureFault(noJpeg);
    if (marker === eoi) break;
    if (standsAlone(marker)) {
      kept.push(bytes.subarray(at, at + 2));
      at += 2;
      continue;
    }
    if (at + 4 > bytes.length) throw new PictureFault(cutShort);
    const end = at + 2 + bytes.readUInt16BE(at + 2);
    if (end > bytes.length) throw new PictureFault(cutShort);
    if (end < at + 4) throw new PictureFault(noJpeg);
    const body = bytes.subarray(at + 4, end);
    if (frame(marker)) {
      if (body.length < 6) throw new PictureFault(noJpeg);
      height = Math.max(height, body.readUInt16BE(1));
      width = Math.max(width, body.readUInt16BE(3));
    }
    if (app(marker)) {
      if (isPlain(marker, body)) kept.push(bytes.subarray(at, end));
      else if (marker === 0xe1 && orientationIn(body) > 1) needsTurning = true;
      else if (marker === 0xe2 && body.subarray(0, 11).equals(Buffer.from('ICC_PROFILE')))
        needsTurning = true;
    } else if (marker !== comment) kept.push(bytes.subarray(at, end));
    at = end;
    if (marker !== sos) continue;
    scans += 1;
    // The coded picture goes on to the next marker that is neither a stuffed zero nor a restart.
    while (at < bytes.length && !(bytes[at] === 0xff && !isInside(bytes[at + 1]))) at += 1;
    kept.push(bytes.subarray(end, at));
  }
  if (width === 0 || height === 0 || scans === 0) throw new PictureFault(noJpeg);
  return { bytes: Buffer.concat([...kept, Buffer.from([0xff, eoi])]), width, height, needsTurning };
}

const isInside = (next: number | undefined): boolean =>
  next === 0x00 || next === 0xff || (next !== undefined && next >= 0xd0 && next <= 0xd7);
