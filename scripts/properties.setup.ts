import fc from 'fast-check';

// npm test draws the same examples on every machine and day; npm run test:properties draws others, and more of them.
const { PROPERTY_SEED } = process.env;
if (PROPERTY_SEED === undefined) fc.configureGlobal({ seed: 20_261_201 });
