/** Ways to bring a nutrient down, in the order of a programme's preference. */
export const exportWays = ['change', 'media', 'harvest', 'feed-less'] as const;
export type ExportWay = (typeof exportWays)[number];
