import { provideLanguages } from '../core/language/spoken.ts';
import { spokenBy, type Catalogue } from '../core/language/translation.ts';
import { provideConventions, type Conventions } from '../core/language/conventions.ts';

// Whoever starts a worker says in its name how the team counts; one without a name speaks in the usual way.
if (self.name !== '') {
  const own = JSON.parse(self.name) as Conventions;
  provideConventions(() => own);
}

// The words of another language come before the first question.
addEventListener('message', ({ data }: MessageEvent<{ catalogue?: Catalogue } | null>) => {
  if (data?.catalogue === undefined) return;
  const spoken = spokenBy(data.catalogue);
  provideLanguages(() => spoken);
});
