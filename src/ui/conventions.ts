import { teamSchema } from '../contracts/team.ts';
import { provideConventions, type Conventions } from '../core/mathematics/conventions.ts';

let own: Conventions | null = null;

// On the server each request brings its own; in the browser the page says what it was made with.
if (typeof document !== 'undefined') {
  provideConventions(
    () => (own ??= teamSchema.parse(JSON.parse(document.documentElement.dataset['team'] ?? '{}'))),
  );
}
