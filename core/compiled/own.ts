/** What may have a component of one's own in place of the kit's: never in the studio, whose apps are plain data. */
export interface Own {
  component?: unknown;
}
