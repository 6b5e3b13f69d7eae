/** Words that cannot name a constant in a module. Source: ECMA-262, "Keywords and Reserved Words". */
const reserved = new Set(
  [
    'arguments await break case catch class const continue debugger default delete do else enum eval export extends',
    'false finally for function if implements import in instanceof interface let new null package private protected',
    'public return static super switch this throw true try typeof undefined var void while with yield',
    // What the modules of a project are written in, or import.
    'app barcode calendarScreen cards changed choice choices codesOf columnsOf created date dateTime decimal',
    'defineApp entry field file formScreen input link listing listScreen longText measure menuScreen money part',
    'paths people picture pictures rating read recordScreen recordsOf reportScreen routine routines rows',
    'scanScreen schema settingsScreen sql startsWith step table text time today total useRecord useRecordList useRecords',
    'wholeNumber yesNo constructor prototype',
  ]
    .join(' ')
    .split(' '),
);

const wordsOf = (text: string): string[] =>
  text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);

/** `text` as the name of a constant; `fallback` where it has no letters. */
export function camelCase(text: string, fallback: string): string {
  const name = wordsOf(text)
    .map((word, at) => {
      const lower = word.toLowerCase();
      return at === 0 ? lower : lower.charAt(0).toUpperCase() + lower.slice(1);
    })
    .join('');
  if (!/^\p{ID_Start}[\p{ID_Continue}]*$/u.test(name)) return `${fallback}${name || 1}`;
  return reserved.has(name) ? `${name}${fallback.charAt(0).toUpperCase()}${fallback.slice(1)}` : name;
}

/** `text` as a part of a path or of a package's name. */
export const kebabCase = (text: string, fallback: string): string =>
  wordsOf(text)
    .map((word) => word.toLowerCase())
    .join('-')
    .replace(/[^a-z0-9-]/g, '')
    .replace(/^-+|-+$/g, '') || fallback;
