import { expect, test } from 'vitest';
import { makeAuthority, namesWithin } from './authority.ts';
import { nameInHost, networkAddresses, ownNames } from './names.ts';

// Ranges of RFC 1918 (private), 6598 (shared), 3927 (link-local), 4193 (unique local); names of RFC 6762 and 8375.
test('the authority vouches for private networks and this computer, and for nothing else', async () => {
  const { certificatePem } = await makeAuthority(Date.parse('2026-11-25T00:00:00Z'), [
    'pump-room',
    '203.0.113.7',
  ]);
  const inside = ['10.1.2.3', '172.16.0.1', '172.31.255.255', '192.168.178.20', '100.64.0.1', '169.254.1.1'];
  const more = [
    '127.0.0.1',
    'fd00::2',
    'fc00:1::',
    '::1',
    'localhost',
    'tank.local',
    'a.home.arpa',
    'pump-room',
  ];
  const own = ['203.0.113.7', 'x.pump-room'];
  const outside = [
    '8.8.8.8',
    '172.32.0.1',
    '172.15.0.1',
    '192.169.0.1',
    '100.128.0.1',
    '203.0.113.8',
    '2001:db8::1',
  ];
  const names = ['bank.example', 'local.example', 'xlocal', 'fe00.example'];
  expect(namesWithin(certificatePem, [...inside, ...more, ...own])).toEqual([...inside, ...more, ...own]);
  expect(namesWithin(certificatePem, [...outside, ...names])).toEqual([]);
});

test('names and addresses of this computer', () => {
  const at = (address: string, internal = false) => ({ address, internal }) as never;
  const found = networkAddresses({
    lo: [at('127.0.0.1', true)],
    eth0: [at('fd00::2'), at('fe80::1'), at('192.168.1.5')],
    tun0: [at('10.0.0.3')],
  });
  expect(found).toEqual(['192.168.1.5', '10.0.0.3', 'fd00::2']);
  expect(ownNames('Pump')).toEqual(['pump', 'pump.local']);
  expect(ownNames('a.example')).toEqual(['a.example']);
  expect(['tank.local:4443', '[fd00::2]:4443', '10.0.0.3', 'TANK', 'a:b:c', ''].map(nameInHost)).toEqual([
    'tank.local',
    'fd00::2',
    '10.0.0.3',
    'tank',
    '',
    '',
  ]);
});
