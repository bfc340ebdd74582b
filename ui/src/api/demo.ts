import { api, answered, type Problem } from './client';
import { useChange } from './ask';
import { keepNoMore } from './known';

interface Place {
  url: string;
  port: number;
}

/** Where a server is: as it is set, else at that port of the host we are at. */
export function addressOf(at: Place, here: { protocol: string; hostname: string } = window.location): string {
  if (at.url) return at.url;
  const host = here.hostname.includes(':') && !here.hostname.startsWith('[') ? `[${here.hostname}]` : here.hostname;
  return `${here.protocol}//${host}:${String(at.port)}`;
}

const homeKey = 'brankel.home';

/** The way into the demo workshop beside this floor; it is made then, which takes a few seconds. */
export function useEnterDemo(): () => Promise<Problem | null> {
  const change = useChange<{ ticket: string; at: Place }>();
  return async () => {
    const { data, problem } = await change(() => api.POST('/api/v1/demo'));
    if (!data) return problem;
    window.location.assign(`${addressOf(data.at)}/demo#${data.ticket}`); // behind the mark, so that no log has it
    return null;
  };
}

/** Takes the ticket of the address; then we are in. */
export async function takeTicket(): Promise<void> {
  const { home } = await answered(api.POST('/api/v1/demo/in', { body: { ticket: window.location.hash.slice(1) } }));
  localStorage.setItem(homeKey, addressOf(home));
  window.location.replace('/');
}

/** Leaves the demo workshop, and leaves nothing of it on this device. */
export async function leaveDemo(): Promise<void> {
  const kept = localStorage.getItem(homeKey);
  const gone = await answered(api.POST('/api/v1/demo/out')).catch(() => null); // it may have been left elsewhere
  const home = gone ? addressOf(gone.home) : kept;
  keepNoMore();
  localStorage.clear();
  sessionStorage.clear();
  const forget = async () => {
    for (const { name } of await indexedDB.databases()) if (name) indexedDB.deleteDatabase(name);
    if ('serviceWorker' in navigator) for (const one of await navigator.serviceWorker.getRegistrations()) await one.unregister();
    if ('caches' in window) for (const name of await caches.keys()) await caches.delete(name);
  };
  await forget().catch(() => undefined); // what a browser does not have it has not kept
  if (home) window.location.replace(home);
}
