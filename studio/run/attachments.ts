import { MOST_FILE_BYTES, parseAttachment, pictureType, printAttachment } from '@/core/column';
import { ProblemError } from '@/core/problem';
import type { KitAttachments } from '@/kit';
import { codeReader } from '@/worker';
import { worker } from '../client';
import { chooseFile, downloadFile } from '../files';

/** What is read at all before it is scaled down. */
const MOST_READ_BYTES = 40_000_000;

/** Pictures and files of the computer that the bench phone stands on. */
export const attachments: KitAttachments = {
  async choosePicture() {
    const file = await chooseFile('image/*');
    if (!file) return null;
    if (file.size > MOST_READ_BYTES)
      throw new ProblemError({ code: 'file-too-large', name: file.name, size: file.size, most: MOST_READ_BYTES });
    const bytes = await worker().api.scalePicture(file.name, new Uint8Array(await file.arrayBuffer()));
    return printAttachment({ type: pictureType(bytes) ?? 'image/webp', name: null, bytes });
  },
  // A computer has pictures; its camera is for codes.
  takePicture: null,
  codes: {
    async inPhoto() {
      const file = await chooseFile('image/*');
      if (!file) return null;
      if (file.size > MOST_READ_BYTES)
        throw new ProblemError({ code: 'file-too-large', name: file.name, size: file.size, most: MOST_READ_BYTES });
      return { code: await codeReader.photo(file.name, new Uint8Array(await file.arrayBuffer())) };
    },
    inFrame: codeReader.frame,
  },
  async chooseFile() {
    const file = await chooseFile('*/*');
    if (!file) return null;
    if (file.size > MOST_FILE_BYTES)
      throw new ProblemError({ code: 'file-too-large', name: file.name, size: file.size, most: MOST_FILE_BYTES });
    return printAttachment({
      type: /^[\w.+-]+\/[\w.+-]+$/.test(file.type) ? file.type : 'application/octet-stream',
      name: file.name,
      bytes: new Uint8Array(await file.arrayBuffer()),
    });
  },
  open(file) {
    const content = parseAttachment(file);
    if (content) downloadFile(content.name ?? 'file', content.bytes, content.type);
  },
};
