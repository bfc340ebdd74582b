import { promisifyRequest } from 'idb-keyval';

/**
 * What a cut of power leaves. A browser keeps what stands in its local storage in memory for seconds before it writes it: one that is
 * killed meanwhile has lost it. So whatever must not be lost stands here too, written through to the disk.
 */
let opened: Promise<IDBDatabase> | undefined;

const open = () => {
  opened ??= new Promise<IDBDatabase>((there, failed) => {
    const asked = indexedDB.open('brankel-deep', 1);
    asked.onupgradeneeded = () => asked.result.createObjectStore('entries');
    asked.onsuccess = () => {
      there(asked.result);
    };
    asked.onerror = () => {
      opened = undefined; // it is tried again with the next
      failed(asked.error ?? new Error('no store'));
    };
  });
  return opened;
};

let writing: Promise<unknown> = Promise.resolve();

/** Writes in order; a device that has no such store keeps in local storage alone. */
function write(does: (entries: IDBObjectStore) => void) {
  if (typeof indexedDB === 'undefined') return;
  writing = Promise.allSettled([
    writing,
    open().then((db) => {
      const tx = db.transaction('entries', 'readwrite', { durability: 'strict' });
      does(tx.objectStore('entries'));
      return promisifyRequest(tx);
    }),
  ]);
}

export const keepDeep = (key: string, text: string) => {
  write((entries) => entries.put(text, key));
};

export const dropDeep = (key: string) => {
  write((entries) => entries.delete(key));
};

/** How long anybody waits for the disk of a device at the longest. */
const patience = 2_000;

const within = (does: Promise<unknown>) => Promise.race([does, new Promise((enough) => setTimeout(enough, patience))]);

/** Once everything that was to be kept or dropped so far is so on the disk. */
export const written = (): Promise<unknown> => within(writing);

/** Puts what was kept back where it is looked for. What was sent already is known to the server by its id. */
export async function restore(): Promise<void> {
  if (typeof indexedDB === 'undefined') return;
  const read = async () => {
    const entries = (await open()).transaction('entries').objectStore('entries');
    const keys = promisifyRequest(entries.getAllKeys() as IDBRequest<string[]>);
    const texts = await promisifyRequest(entries.getAll() as IDBRequest<string[]>);
    (await keys).forEach((key, i) => {
      if (localStorage.getItem(key) === null) localStorage.setItem(key, texts[i] ?? '');
    });
  };
  await within(read().catch(() => undefined));
}
