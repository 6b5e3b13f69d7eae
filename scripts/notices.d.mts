/** A package with the text of its licence. */
export interface Notice {
  name: string;
  version: string;
  license: string;
  text: string;
}

export function noticeOf(folder: string): Notice;
