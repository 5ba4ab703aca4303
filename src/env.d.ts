declare namespace App {
  interface Locals {
    /** Why the page that was asked for cannot be shown; set for the page that says so. */
    problem?: import('./contracts/problem.ts').Problem;
    /** How the question came in; what the server that took it does not say comes from nowhere. */
    visit?: import('./server/askers.ts').Visit;
    /** When the question came in. */
    askedAt?: string;
    /** Who asks; null when nobody of this Corvat does. */
    asker?: import('./server/askers.ts').Asker | null;
    /** Opens and shuts the door to the local network; not where another machine has that door. */
    sharing?: {
      state: () => import('./contracts/sharing.ts').SharingState;
      open: (how: 'secret' | 'plain') => Promise<import('./contracts/sharing.ts').SharingState>;
      shut: () => Promise<import('./contracts/sharing.ts').SharingState>;
      /** The certificate that devices have to trust, as text. */
      authority: () => Promise<string>;
    };
  }
}
