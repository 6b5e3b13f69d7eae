/** How long statements may take that somebody else wrote, or that show something: what runs longer is stopped. */
export const SLOWEST_READ_MS = 4000;
