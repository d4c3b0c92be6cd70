import { sha256 } from '@noble/hashes/sha2';
import { bytesToHex } from '@noble/hashes/utils';

/** The SHA-256 of bytes, 64 lower-case hexadecimal digits: FIPS 180-4. */
export const sha256Hex = (bytes: Uint8Array): string => bytesToHex(sha256(bytes));
