import { describe, expect, it } from 'vitest';
import { whyNot } from './files';
import { sampleDoor } from './sampleDoor';

const MEGABYTE = 1024 * 1024;

describe('files', () => {
  const door = sampleDoor();

  it('of a kind and size that the door takes may be sent', () => {
    expect(whyNot({ name: 'Ticket.PDF', size: 5 * MEGABYTE }, door)).toBeNull();
    expect(whyNot({ name: 'photo.jpeg', size: 1 }, door)).toBeNull();
  });

  it('are refused in the words of the door, saying what would do', () => {
    expect(whyNot({ name: 'run.exe', size: 1 }, door)).toBe('Files that can be sent: jpg, jpeg, png, gif, bmp, pdf.');
    expect(whyNot({ name: 'pdf', size: 1 }, { ...door, files: { kinds: ['TEXT'], megabytes: 1 } })).toMatch(/txt, csv/);
    expect(whyNot({ name: 'a.pdf', size: 5 * MEGABYTE + 1 }, door)).toBe('A file may have 5 MB at most.');
    expect(whyNot({ name: 'a.pdf', size: 1 }, { ...door, files: null })).toBe('The file was not taken.');
  });
});
