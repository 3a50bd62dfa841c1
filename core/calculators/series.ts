import { calculator } from './define.ts';
import {
  robustSlope,
  crossingDate,
  leastSquaresFormula,
  ewma,
  cusumFormula,
  cusumDifference,
  holt,
  robustSpread,
  hoursMeter,
} from '../formulas/series.ts';

export const seriesCalculators = [
  calculator(robustSlope, {
    subject: 'series',
    title: 'Slope that an outlier does not move',
    topic: 'robust slope',
    words: ['trend', 'Theil', 'Sen'],
  }),
  calculator(crossingDate, {
    main: 'crossing',
    subject: 'series',
    title: 'Day on which a trend reaches its limit',
    topic: 'projection to a limit',
  }),
  calculator(leastSquaresFormula, {
    subject: 'series',
    title: 'Line by least squares',
    topic: 'least squares trend',
  }),
  calculator(ewma, { subject: 'series', title: 'Drift by a moving mean', topic: 'EWMA chart' }),
  calculator(cusumFormula, {
    main: 'first_signal',
    subject: 'series',
    title: 'Drift by summed deviations',
    topic: 'tabular CUSUM',
  }),
  calculator(cusumDifference, {
    main: 'first_signal',
    subject: 'series',
    title: 'Drift of a probe against its reference',
    topic: 'tabular CUSUM',
  }),
  calculator(holt, {
    main: 'forecast_3',
    subject: 'series',
    title: 'Level and trend that follow',
    topic: 'Holt trend',
  }),
  calculator(robustSpread, {
    main: 'sigma',
    subject: 'series',
    title: 'Spread that an outlier does not move',
    topic: 'robust spread',
  }),
  calculator(hoursMeter, {
    main: 'days_to_9000',
    subject: 'series',
    title: 'Hours meter: when 9,000 hours are reached',
    topic: 'usage meter',
  }),
];
