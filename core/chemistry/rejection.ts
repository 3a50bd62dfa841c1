/** Share of the salts that a membrane holds back, percent. @param feed its TDS, over 0 @param product in the same unit */
export const rejectionPercent = (feed: number, product: number): number => 100 * (1 - product / feed);
