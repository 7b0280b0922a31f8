import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Problem } from '@cruvo/core/problem';
import { testFolder } from '../testing';
import { inTempFolder, sweepTempFolders } from './tempFolder';

describe('inTempFolder', () => {
  it('gives an empty folder, and takes it away whatever comes of the work', async () => {
    const seen: string[] = [];
    const work = async (folder: string) => {
      seen.push(folder);
      expect(readdirSync(folder)).toEqual([]);
      writeFileSync(join(folder, 'x'), 'x');
      return 7;
    };
    expect(await inTempFolder(work)).toBe(7);
    await expect(
      inTempFolder(async (folder) => {
        await work(folder);
        throw new Problem('bad-input', 'Broken.');
      }),
    ).rejects.toThrow('Broken.');
    expect(new Set(seen).size).toBe(2);
    expect(seen.filter((folder) => existsSync(folder))).toEqual([]);
  });

  it('says in a sentence that the disk is full', async () => {
    const full = Object.assign(new Error('x'), { code: 'ENOSPC' });
    await expect(inTempFolder(() => Promise.reject(full))).rejects.toMatchObject({
      code: 'no-space',
      message: expect.stringMatching(/disk is full/),
    });
  });
});

it('sweeps the folders of processes that are gone, and no others', async () => {
  const folder = testFolder();
  const gone = spawn('true');
  await once(gone, 'exit');
  const names = [
    `cruvo-work-${gone.pid}-a`,
    `cruvo-work-${process.pid}-b`,
    'cruvo-work-1-c',
    'other',
  ];
  for (const name of names) {
    mkdirSync(join(folder, name));
    writeFileSync(join(folder, name, 'large'), 'x');
  }
  await sweepTempFolders(folder);
  expect(readdirSync(folder).sort()).toEqual(names.slice(1).sort());
});
