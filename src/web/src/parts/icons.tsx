import type { ReactNode } from 'react';

/** The house's own line icons, always beside their word or with a label of what they stand in. 24 units wide, drawn in the color of the text. */
const shapes = {
  today: (
    <>
      <path d="M3 19h18M6 15a6 6 0 0 1 12 0" />
      <path d="M12 3v3M4 8l2 2M20 8l-2 2" />
    </>
  ),
  plan: (
    <>
      <rect x="2" y="4" width="6" height="16" rx="1" />
      <rect x="16" y="4" width="6" height="16" rx="1" />
      <path d="M8 8h8M8 12h8M8 16h8" />
    </>
  ),
  verify: (
    <>
      <circle cx="12" cy="12" r="9" />
      <circle cx="12" cy="12" r="3" />
      <path d="M5 7l4 3" />
    </>
  ),
  recipes: <path d="M2 7h7v10H2zM9 9h6v6H9zM15 12h7" />,
  gear: <path d="M3 9h18v10H3zM8 9V6h8v3M3 13h18M10 12v3h4v-3" />,
  crew: (
    <>
      <circle cx="8" cy="8" r="3.5" />
      <path d="M2 20c0-4 3-6 6-6s6 2 6 6" />
      <path d="M15 5.5a3.5 3.5 0 0 1 0 6M17 14.5c3 .6 5 2.5 5 5.5" />
    </>
  ),
  find: (
    <>
      <circle cx="10.5" cy="10.5" r="6.5" />
      <path d="M15.5 15.5L21 21" />
    </>
  ),
  help: (
    <>
      <circle cx="12" cy="12" r="9" />
      <path d="M9 9.5a3 3 0 1 1 4.5 2.600c-1 .6-1.5 1.100-1.5 2.400M12 17.5v.01" />
    </>
  ),
  more: <path d="M5 12h.01M12 12h.01M19 12h.01" />,
  look: (
    <>
      <circle cx="12" cy="12" r="9" />
      <path d="M12 3a9 9 0 0 1 0 18z" fill="currentColor" />
    </>
  ),
  next: <path d="M5 12h14M13 6l6 6-6 6" />,
  person: (
    <>
      <circle cx="12" cy="8" r="4" />
      <path d="M4 21c0-5 4-7 8-7s8 2 8 7" />
    </>
  ),
} satisfies Record<string, ReactNode>;

export type IconName = keyof typeof shapes;

export function Icon({ name, size = 24 }: { name: IconName; size?: number }) {
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 24 24"
      fill="none"
      stroke="currentColor"
      strokeWidth={name === 'more' ? 3.5 : 1.8}
      strokeLinecap="round"
      strokeLinejoin="round"
      aria-hidden="true"
      focusable="false"
    >
      {shapes[name]}
    </svg>
  );
}

/** The product's mark: a fiber's end with light in its core. Alike wherever it stands; on its own dark ground, so that it shows in both looks. */
export const Mark = ({ size }: { size: number }) => <img src="/mark.svg" alt="" width={size} height={size} />;
