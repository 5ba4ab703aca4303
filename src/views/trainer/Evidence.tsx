import { say } from '../../core/language/say.ts';
import type { EvidenceWords } from '../../core/trainer/report.ts';
import styles from './Trainer.module.css';

/** What one step brought to light, as its sheet says it. */
export function Evidence({ evidence }: { evidence: EvidenceWords }) {
  const { title, headline, sentences, code, figures } = evidence;
  return (
    <section className={styles['sheet']} aria-label={title}>
      <small>{title}</small>
      <h2>{headline}</h2>
      {figures.length > 0 && (
        <dl className={styles['figures']}>
          {figures.map(({ name, believed, found, off }) => (
            <div key={name} data-off={off === true}>
              <dt>{name}</dt>
              <dd>{found}</dd>
              <dd>{believed !== '' && say`setup: ${believed}`}</dd>
            </div>
          ))}
        </dl>
      )}
      {sentences.map((sentence) => (
        <p key={sentence}>{sentence}</p>
      ))}
      {code.length > 0 && <pre>{code.join('\n')}</pre>}
    </section>
  );
}
