import type { How } from '../../api/client';

type Kind = How['kind'];

/** A small picture of each kind of thing, drawn in lines. */
const drawn: Record<Kind, string> = {
  key: 'M20 15a7 7 0 1 0-14 0a7 7 0 1 0 14 0M20 15h14m-4 0v6m-6-6v4',
  power: 'M21 4l-10 15h8l-2 11l11-16h-8z',
  gear: 'M18 28V14M18 14m-4-4a4 4 0 1 1 8 0a4 4 0 1 1-8 0M8 28h20',
  ground: 'M4 27h28M8 22h20M12 22v5m12-5v5M13 22l3-8h5l3 8',
  wheels: 'M31 17a13 13 0 1 0-26 0a13 13 0 1 0 26 0M22 17a4 4 0 1 0-8 0a4 4 0 1 0 8 0M18 8v5m0 8v5m-9-9h5m8 0h5',
  chocks: 'M29 17a9 9 0 1 0-18 0a9 9 0 1 0 18 0M3 28h30M3 28l9-7v7z',
  brake: 'M6 27h22M10 27l14-19M24 8m-3 0a3 3 0 1 1 6 0a3 3 0 1 1-6 0',
  hitch: 'M3 22h14m0 0a5 5 0 1 0 10 0a5 5 0 1 0-10 0M22 17v-7m-4 0h8',
  propeller: 'M21 17a3 3 0 1 0-6 0a3 3 0 1 0 6 0M18 14c-7-11 7-11 0 0m3 3c11-7 11 7 0 0m-3 3c7 11-7 11 0 0m-3-3c-11 7-11-7 0 0',
  cooling: 'M4 12c5-5 9 5 14 0s9 5 14 0M4 20c5-5 9 5 14 0s9 5 14 0M4 28c5-5 9 5 14 0s9 5 14 0',
  pin: 'M4 17h24M28 11v12M4 17l4-3m-4 3l4 3M28 11l5-4m-5 16l5 4',
  lock: 'M9 16h18v13H9zM13 16v-5a5 5 0 0 1 10 0v5',
  part: 'M6 11h24v16H6zM9 14h1m16 0h1M9 24h1m16 0h1',
  cable: 'M3 23c7-14 12 8 20-6m0 0l-5-1m5 1l-1 5M33 17a4 4 0 1 0-8 0a4 4 0 1 0 8 0',
  held: 'M18 4v14M12 12l6 6l6-6M8 22h20M11 28h14',
  mark: 'M6 9h14l10 9l-10 9H6zM13 18a2 2 0 1 0-4 0a2 2 0 1 0 4 0',
  fluid: 'M18 4c7 9 9 12 9 16a9 9 0 0 1-18 0c0-4 2-7 9-16z',
};

const Drawn = ({ d }: { d: string }) => (
  <svg
    width={34}
    height={34}
    viewBox="0 0 36 34"
    fill="none"
    stroke="currentColor"
    strokeWidth="2.5"
    strokeLinejoin="round"
    aria-hidden="true"
    style={{ flex: 'none' }}
  >
    <path d={d} />
  </svg>
);

/** What stands so, as a small picture: its words stand beside it. */
export const StandPicture = ({ kind }: { kind: Kind }) => <Drawn d={drawn[kind]} />;

/** Hands in the linkage, or clear of it. */
export const HandsPicture = () => <Drawn d="M10 29V15m5 14V8m5 21V8m5 21V12M6 20l4 9h15" />;
