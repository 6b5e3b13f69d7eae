/** The ids of the apps that ship with Fern Shelf, by the words that they are asked for by. */
export const demoIds = { theatre: 'lantern-lane', apiary: 'willow-bank' };
