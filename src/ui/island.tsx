import './conventions.ts';
import { QueryClientProvider } from '@tanstack/react-query';
import type { ComponentType } from 'react';
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary';
import { sentenceOf } from './api.ts';
import { Button } from './Button.tsx';
import { queries } from './queries.ts';
import styles from './Empty.module.css';
import { say } from '../core/language/say.ts';

/**
 * A view as it stands on a page: one that fails leaves a sheet that says so, and not an empty page. What
 * was saved is safe, and sheets that are drawn on bring back what was not.
 */
export function island<P extends object>(View: ComponentType<P>): ComponentType<P> {
  const Island = (props: P) => (
    <ErrorBoundary FallbackComponent={Failed}>
      <QueryClientProvider client={queries}>
        <View {...props} />
      </QueryClientProvider>
    </ErrorBoundary>
  );
  Island.displayName = `island(${View.displayName ?? View.name})`;
  return Island;
}

function Failed({ error, resetErrorBoundary }: FallbackProps) {
  return (
    <section className={styles['empty']} role="alert">
      <h1>{say`This sheet has a fault.`}</h1>
      <p>{say`Nothing that was saved is lost, and changes to a route or a field that were not saved come back. The fault is: “${sentenceOf(error)}”.`}</p>
      <div className={styles['actions']}>
        <Button variant="main" onClick={resetErrorBoundary}>{say`Try again`}</Button>
        <Button onClick={() => location.reload()}>{say`Load the page anew`}</Button>
      </div>
    </section>
  );
}
