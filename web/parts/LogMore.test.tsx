// @vitest-environment jsdom
import { screen } from '@testing-library/react';
import { useState } from 'react';
import { beforeAll, expect, test, vi } from 'vitest';
import { SETTING_ID } from '../../contract/kinds.ts';
import { defaultSetting } from '../../model/settings.ts';
import type { House } from '../../server/testing/house.ts';
import { create, oneSock, work } from '../../store/testing/fixtures.ts';
import type { Plan, PlanRow } from '../../usecases/plan/planRows.ts';
import { openHouse } from '../testing/browser.ts';
import { show } from '../testing/render.tsx';
import LogMore from './LogMore.tsx';
import { emptyMore, type More } from './more.ts';

let house: House;
let row: PlanRow;
beforeAll(async () => {
  house = await openHouse();
  const { ids, writes } = oneSock();
  const channel = {
    componentId: ids.sock,
    systemId: null,
    name: 'Pressure drop',
    quantity: 'pressure',
    measure: 'pressure-drop',
  } as const;
  const setting = { ...defaultSetting, units: { ...defaultSetting.units, pressure: 'psi' } } as const;
  const made = await house
    .near()
    .post('/work', work(...writes, create('channel', channel), create('setting', setting, SETTING_ID)));
  expect(made.status).toBe(200);
  row = (await house.near().get<Plan>('/plan')).json.jobs[0] ?? expect.fail('no job');
});

test('what is read with a job stands as it was typed, in the person’s unit, and is kept in the stored one', async () => {
  const kept = vi.fn<(more: More) => void>();
  function Form() {
    const [more, setMore] = useState(() => emptyMore(row, null));
    return (
      <LogMore
        row={row}
        value={more}
        looked={false}
        onChange={(next) => {
          kept(next);
          setMore(next);
        }}
      />
    );
  }
  const user = await show(<Form />);
  const field = screen.getByLabelText<HTMLInputElement>('Pressure drop, before');
  await user.type(field, '12.5');
  expect(field.value).toBe('12.5');
  // 1 psi is 6.894757 kPa (NIST SP 811)
  expect(kept.mock.lastCall?.[0].readings[0]?.value).toBeCloseTo(12.5 * 6.894757, 4);
});
