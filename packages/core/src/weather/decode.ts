import { Gunzip, strFromU8 } from 'fflate';

/** Larger files are refused unread; a year of minutes is well below. */
export const WEATHER_FILE_LIMIT_BYTES = 32 * 1024 * 1024;

export type Decoding = { ok: true; text: string } | { ok: false; message: string };

const megabytes = (bytes: number) => `${Math.ceil(bytes / 1024 / 1024)} MB`;
const TOO_LARGE = (bytes: number) =>
  `The file is ${megabytes(bytes)} or more; up to ${megabytes(WEATHER_FILE_LIMIT_BYTES)} is read. A year of hours is about 2 MB: cut it down to one to ten years`;

/** The text of a file: gzipped or not, in UTF-8, UTF-16 or Latin-1. */
export function decodeText(bytes: Uint8Array): Decoding {
  if (bytes.length === 0) return { ok: false, message: 'The file is empty' };
  if (bytes.length > WEATHER_FILE_LIMIT_BYTES) return { ok: false, message: TOO_LARGE(bytes.length) };
  let plain = bytes;
  if (bytes[0] === 0x1f && bytes[1] === 0x8b) {
    const unpacked = unpack(bytes);
    if (!unpacked.ok) return unpacked;
    plain = unpacked.bytes;
  } else if (bytes[0] === 0x50 && bytes[1] === 0x4b) {
    return { ok: false, message: 'The file is a zip archive: take the weather file out of it first' };
  }
  return { ok: true, text: inText(plain).replace(/^\uFEFF/, '') };
}

/**
 * Unpacks piece by piece, so that a small file that unpacks to a huge one is stopped on the way. A stream that is cut
 * between two of its codes unpacks without complaint: the length at its end tells whether all of it is there.
 * @source RFC 1952, 2.3.1: ISIZE, and members one after the other
 */
function unpack(bytes: Uint8Array): { ok: true; bytes: Uint8Array } | { ok: false; message: string } {
  const pieces: Uint8Array[] = [];
  let [length, before] = [0, 0];
  const unpacker = new Gunzip((piece) => {
    pieces.push(piece);
    length += piece.length;
  });
  unpacker.onmember = () => (before = length);
  let whole = bytes.length >= LEAST_GZIP;
  try {
    for (let from = 0; from < bytes.length && length <= WEATHER_FILE_LIMIT_BYTES; from += PIECE)
      unpacker.push(bytes.subarray(from, from + PIECE));
  } catch {
    whole = false;
  }
  if (length > WEATHER_FILE_LIMIT_BYTES) return { ok: false, message: TOO_LARGE(length) };
  if (whole) {
    const end = new DataView(bytes.buffer, bytes.byteOffset + bytes.length - 4, 4);
    whole = end.getUint32(0, true) === length - before;
  }
  if (!whole) return { ok: false, message: 'The file is gzipped, but broken off or damaged: fetch it again' };
  const result = new Uint8Array(length);
  let at = 0;
  for (const piece of pieces) {
    result.set(piece, at);
    at += piece.length;
  }
  return { ok: true, bytes: result };
}

const PIECE = 65_536;
/** Head and end of a gzip with nothing in it. */
const LEAST_GZIP = 18;

function inText(bytes: Uint8Array): string {
  const [a, b] = bytes;
  if (a === 0xff && b === 0xfe) return inUtf16(bytes.subarray(2), 0);
  if (a === 0xfe && b === 0xff) return inUtf16(bytes.subarray(2), 1);
  // without a mark, every other byte of plain letters in UTF-16 is a zero
  const head = bytes.subarray(0, 200);
  const zeros = (start: number) => head.filter((byte, i) => i % 2 === start && byte === 0).length;
  if (zeros(1) > head.length / 4) return inUtf16(bytes, 0);
  if (zeros(0) > head.length / 4) return inUtf16(bytes, 1);
  const text = strFromU8(bytes);
  return text.includes('\uFFFD') ? strFromU8(bytes, true) : text;
}

const CHUNK = 8192;

/** @param low where the low byte of each pair stands, 0 or 1 */
function inUtf16(bytes: Uint8Array, low: 0 | 1): string {
  const parts: string[] = [];
  for (let from = 0; from + 1 < bytes.length; from += CHUNK) {
    const codes: number[] = [];
    for (let at = from; at < Math.min(from + CHUNK, bytes.length - 1); at += 2) {
      codes.push((bytes[at + low] as number) | ((bytes[at + 1 - low] as number) << 8));
    }
    parts.push(String.fromCharCode(...codes));
  }
  return parts.join('');
}
