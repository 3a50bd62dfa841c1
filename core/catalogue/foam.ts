import { days, job, months, weeks } from './define.ts';
import type { EquipmentKind } from './types.ts';

export const foam: readonly EquipmentKind[] = [
  {
    id: 'skimmer',
    name: 'Skimmer',
    alsoCalled: ['protein skimmer', 'foam fractionator', 'fractionator'],
    place: 'skimmer',
    target: 'component',
    about: 'Lifts dissolved organics out as foam. When it goes weak, look at the air intake first.',
    parts: ['skimmer-cup'],
    jobs: [
      job({
        id: 'air-intake', action: 'clear the air intake', work: 'clean',
        rules: [{ kind: 'wear', range: weeks(2, 6) }],
        driver: 'salt', foundScale: 'wear',
        foundWords: ['air as new', 'a salt rim', 'half closed, weak foam', 'nearly closed', 'plugged'],
        dueSigns: 'air draw falls',
        procedure: ['Pull the air hose off.', 'Rinse the intake with warm fresh water until the plug is gone.', 'Put it back and listen: the hiss returns.'],
        minutes: 5, consequence: 'B',
      }),
      job({
        id: 'body-soak', action: 'soak the body and pump', work: 'clean',
        rules: [{ kind: 'wear', range: months(2, 3) }],
        driver: 'scale and film', foundScale: 'wear',
        foundWords: ['clean', 'a film', 'scale, noise starting', 'loud, weak foam', 'seized'],
        dueSigns: 'noise, air draw',
        procedure: ['Unplug it.', 'Strip pump and body.', 'Soak 30 minutes in white vinegar and water, equal parts; write down the minute.', 'Brush, rinse, put together, plug in.'],
        minutes: 45, supplies: [{ name: 'white vinegar', amount: '2 L' }],
        shuts: [{ what: 'skimmer', provedBy: 'foam stands in the neck within a day; it may overflow for an hour' }],
        consequence: 'B', cautions: ['unplug', 'bleach-acid'],
      }),
    ],
  },
  {
    id: 'skimmer-cup',
    name: 'Skimmer cup and neck',
    alsoCalled: ['collection cup', 'cup', 'neck'],
    place: 'skimmer',
    target: 'component',
    about: 'Full, it can spill back all it caught. A film on the neck stops the foam.',
    jobs: [
      job({
        id: 'empty', action: 'empty and rinse', work: 'empty',
        rules: [{ kind: 'wear', range: days(2, 7) }],
        driver: 'foam, mL a day', foundScale: 'level',
        foundWords: ['hardly anything', 'about half full', 'nearly full', 'full to the brim', 'spilling back'],
        dueSigns: 'fill',
        procedure: ['Turn the skimmer off.', 'Lift the cup, empty, rinse.', 'Wipe the neck, put it back, turn on.'],
        minutes: 5, shuts: [{ what: 'skimmer', provedBy: 'foam rises again' }], consequence: 'B',
      }),
      job({
        id: 'wipe-neck', action: 'wipe the neck', work: 'clean',
        rules: [{ kind: 'wear', range: days(3, 7) }],
        driver: 'film', foundScale: 'wear',
        foundWords: ['clear', 'a thin film', 'film all round', 'thick film, little foam', 'no foam'],
        dueSigns: 'film stops the foam', procedure: ['Wipe the neck inside with a cloth.'], minutes: 3, consequence: 'B',
      }),
    ],
  },
];
