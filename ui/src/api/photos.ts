import { del, get, set } from 'idb-keyval';
import { problemOf, type Problem } from './client';
import { newID } from './ids';

/** A photo that the server holds and an entry may name. */
export interface PhotoTaken {
  sha256: string;
  width: number;
  height: number;
}

/** What is sent beside an entry that names it. */
export type Beside = 'photo' | 'voice';

/** Sends a photo or a recording as the device gave it; what is kept of it is made by the server. A problem of status 0 means no answer. */
export async function upload<T extends { sha256: string } = PhotoTaken>(
  run: string,
  kept: Blob,
  what: Beside = 'photo',
): Promise<T | Problem> {
  try {
    const answer = await fetch(`/api/v1/runs/${encodeURIComponent(run)}/${what}s`, { method: 'POST', body: kept });
    const said: unknown = await answer.json();
    return answer.ok ? (said as T) : problemOf(said);
  } catch {
    return problemOf(null);
  }
}

const key = (id: string) => `photo.${id}`;

/** Keeps a photo or a recording on this device until it can be sent; gives the id that an entry names it by. */
export async function keepPhoto(photo: Blob): Promise<string> {
  const id = newID();
  await set(key(id), photo);
  return id;
}

export const keptPhoto = (id: string): Promise<Blob | undefined> => get<Blob>(key(id));
export const forgetPhoto = (id: string): Promise<void> => del(key(id));
