import { del, get, set } from 'idb-keyval';
import { problemOf, type Problem } from './client';
import { newID } from './ids';

/** A photo that the server holds and an entry may name. */
export interface PhotoTaken {
  sha256: string;
  width: number;
  height: number;
}

/** Sends a photo as the camera gave it; what is kept of it is made by the server. A problem of status 0 means no answer. */
export async function upload(run: string, photo: Blob): Promise<PhotoTaken | Problem> {
  try {
    const answer = await fetch(`/api/v1/runs/${encodeURIComponent(run)}/photos`, { method: 'POST', body: photo });
    const said: unknown = await answer.json();
    return answer.ok ? (said as PhotoTaken) : problemOf(said);
  } catch {
    return problemOf(null);
  }
}

const key = (id: string) => `photo.${id}`;

/** Keeps a photo on this device until it can be sent; gives the id that an entry names it by. */
export async function keepPhoto(photo: Blob): Promise<string> {
  const id = newID();
  await set(key(id), photo);
  return id;
}

export const keptPhoto = (id: string): Promise<Blob | undefined> => get<Blob>(key(id));
export const forgetPhoto = (id: string): Promise<void> => del(key(id));
