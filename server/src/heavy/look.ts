import { holesOf } from '@amber-stamp/core/cut';
import { AmberError } from '@amber-stamp/core/errors';
import { isUniform, type Picture } from '@amber-stamp/core/raster';
import { decodeSource, madeInfo, meshInfo, probePicture, type PictureInfo } from '@amber-stamp/io';

/** What is known of a file once it has been read whole. */
export interface Looked {
  info: PictureInfo;
  /** what it is where it is no plain picture */
  kind: 'mesh' | 'made' | undefined;
  /** given where it was asked for */
  picture: Picture | undefined;
}

/** Reads a file whole: only that shows that it is complete and that there is something to see. */
export async function lookAt({
  bytes,
  where,
  whole,
}: {
  bytes: Uint8Array;
  where: string;
  whole: boolean;
}): Promise<Looked> {
  const picture = await decodeSource(bytes, where);
  const given = whole ? picture : undefined;
  if (picture.mesh) return { info: meshInfo(picture, where), kind: 'mesh', picture: given };
  if (picture.made) return { info: madeInfo(picture), kind: 'made', picture: given };
  const info = await probePicture(bytes, where);
  // where nothing is a number there is nothing to fill from
  if (holesOf(picture) === picture.data.length)
    throw new AmberError(
      'nothing-to-print',
      `${where} holds no number at all, so nothing prints. Choose another picture.`,
      where,
    );
  if (isUniform(picture))
    throw new AmberError(
      'nothing-to-print',
      `${where} is blank: every pixel is the same, so nothing prints. Choose another picture.`,
      where,
    );
  return { info, kind: undefined, picture: given };
}
