import type { DoorDocument } from './document';

type FilesTaken = NonNullable<DoorDocument['files']>;

/** Endings of the names of files by their kind; the server looks at the content besides. */
const ENDINGS: Record<FilesTaken['kinds'][number], string[]> = {
  PICTURE: ['jpg', 'jpeg', 'png', 'gif', 'bmp'],
  PDF: ['pdf'],
  TEXT: ['txt', 'csv', 'log'],
  DOCUMENT: ['odt', 'ods', 'docx', 'xlsx'],
};
const MEGABYTE = 1024 * 1024;

export function endingsOf(kinds: FilesTaken['kinds']): string[] {
  return kinds.flatMap((kind) => ENDINGS[kind]);
}

/** Why a door does not take a file, in its language; nothing where it may. */
export function whyNot(file: { name: string; size: number }, door: DoorDocument): string | null {
  if (!door.files) return door.words.fileNotTaken ?? '';
  const endings = endingsOf(door.files.kinds);
  if (!endings.includes(file.name.split('.').at(-1)?.toLowerCase() ?? '')) {
    return (door.words.fileKinds ?? '').replace('{kinds}', endings.join(', '));
  }
  return file.size > door.files.megabytes * MEGABYTE
    ? (door.words.fileTooLarge ?? '').replace('{megabytes}', String(door.files.megabytes))
    : null;
}
