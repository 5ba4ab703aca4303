import { provideConventions, type Conventions } from '../core/mathematics/conventions.ts';

// Whoever starts a worker says in its name how the team counts; one without a name speaks in the usual way.
if (self.name !== '') {
  const own = JSON.parse(self.name) as Conventions;
  provideConventions(() => own);
}
