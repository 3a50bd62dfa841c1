import { calculator } from './define.ts';
import { ageLognormal, ageThreshold, ageWeibull } from '../formulas/ageReplacement.ts';
import { firstOfSeveral, lognormalRange, remainingLife, weibull } from '../formulas/lifeCurves.ts';
import {
  kaplanMeier,
  lifeFromCycles,
  lifeRightCensored,
  posteriorCensored,
  posteriorExact,
  turnbull,
  windowCoverage,
} from '../formulas/textbookLives.ts';

export const lifetimeCalculators = [
  calculator(ageWeibull, {
    main: 'T',
    subject: 'lifetimes',
    title: 'When to replace before it fails, Weibull life',
    topic: 'age replacement',
  }),
  calculator(ageLognormal, {
    main: 'T',
    subject: 'lifetimes',
    title: 'When to replace before it fails, by a range',
    topic: 'age replacement',
    cautions: ['With a wide range it never pays to replace early: run until it is found due.'],
  }),
  calculator(ageThreshold, {
    subject: 'lifetimes',
    title: 'How wide a range may be for early replacement to pay',
    topic: 'age replacement',
    slow: true,
  }),
  calculator(lognormalRange, {
    main: 'median',
    subject: 'lifetimes',
    title: 'A range as a distribution',
    topic: 'lognormal from a range',
  }),
  calculator(lifeFromCycles, {
    main: 'P50',
    subject: 'lifetimes',
    title: 'Lifetime from a list of cycles',
    topic: 'lifetime with interval and right censoring',
    cautions: ['Found overdue: the life was shorter. Found light: it is longer. Leave the other end open.'],
  }),
  calculator(lifeRightCensored, {
    subject: 'lifetimes',
    title: 'Lifetimes with survivors, two distributions',
    topic: 'lifetime with right censoring',
  }),
  calculator(kaplanMeier, {
    subject: 'lifetimes',
    title: 'Share still running, by age',
    topic: 'Kaplan-Meier',
  }),
  calculator(turnbull, {
    subject: 'lifetimes',
    title: 'Lives known by intervals, without a distribution',
    topic: 'Turnbull estimate',
  }),
  calculator(posteriorExact, {
    main: 'p50',
    subject: 'lifetimes',
    title: 'What observed lives say of a range',
    topic: 'posterior of the wear life',
  }),
  calculator(posteriorCensored, {
    slow: true,
    main: 'p50',
    subject: 'lifetimes',
    title: 'What found conditions say of a range',
    topic: 'posterior of the wear life',
  }),
  calculator(firstOfSeveral, {
    main: 'p50',
    subject: 'lifetimes',
    title: 'Whichever comes first',
    topic: 'minimum of independent lognormal times',
  }),
  calculator(windowCoverage, {
    subject: 'lifetimes',
    title: 'How often windows held',
    topic: 'calibration of windows',
  }),
  calculator(weibull, { main: 'P50', subject: 'lifetimes', title: 'Weibull life', topic: 'Weibull' }),
  calculator(remainingLife, {
    main: 'p50',
    subject: 'lifetimes',
    title: 'What is left of a life that has lasted so long',
    topic: 'lognormal remaining life',
  }),
];
