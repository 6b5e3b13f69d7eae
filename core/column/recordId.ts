/** The highest id that is taken in: far more than are ever given, and the next ones are still exact in JavaScript. */
export const HIGHEST_ID = 2 ** 52;
export const isRecordId = (id: unknown): id is number =>
  Number.isSafeInteger(id) && Number(id) > 0 && Number(id) <= HIGHEST_ID;
