import crc32 from 'crc-32';
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
 * Unpacks piece by piece, so that a small file that unpacks to a huge one is stopped on the way, and one of very many
 * members soon. What was cut between two codes or has a byte changed mostly unpacks without complaint: the sum and the
 * length at the end of each member tell whether it is what was packed.
 * @source RFC 1952, 2.2 and 2.3.1: members one after the other, each with CRC32 and ISIZE
 */
function unpack(bytes: Uint8Array): { ok: true; bytes: Uint8Array } | { ok: false; message: string } {
  const pieces: Uint8Array[] = [];
  let [length, members] = [0, 1];
  let member = { sum: 0, length: 0 };
  const ends = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  const endsWell = (at: number) =>
    ends.getInt32(at - 8, true) === member.sum && ends.getUint32(at - 4, true) === member.length;
  const unpacker = new Gunzip((piece) => {
    pieces.push(piece);
    length += piece.length;
    member = { sum: crc32.buf(piece, member.sum), length: member.length + piece.length };
  });
  unpacker.onmember = (at) => {
    if (!endsWell(at) || ++members > MOST_MEMBERS) throw new RangeError();
    member = { sum: 0, length: 0 };
  };
  try {
    for (let from = 0; from < bytes.length && length <= WEATHER_FILE_LIMIT_BYTES; from += PIECE)
      unpacker.push(bytes.subarray(from, from + PIECE));
    if (length <= WEATHER_FILE_LIMIT_BYTES && !endsWell(bytes.length)) return BROKEN;
  } catch {
    return BROKEN;
  }
  if (length > WEATHER_FILE_LIMIT_BYTES) return { ok: false, message: TOO_LARGE(length) };
  const result = new Uint8Array(length);
  let at = 0;
  for (const piece of pieces) {
    result.set(piece, at);
    at += piece.length;
  }
  return { ok: true, bytes: result };
}

const PIECE = 65_536;
/** Packed in blocks of 64 kB, as some tools do, the largest file that is taken has 512. */
const MOST_MEMBERS = 2000;
const BROKEN = {
  ok: false,
  message: 'The file is gzipped, but broken off or damaged: fetch it again',
} as const;

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
