import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { teamSchema, type LanguageChoice } from '../../contracts/team.ts';
import type { Conventions } from '../../core/language/conventions.ts';
import { ask, sentenceOf } from '../../ui/api.ts';
import { Choice } from '../../ui/Choice.tsx';
import { island } from '../../ui/island.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { layOutFor, type Thumb } from '../../ui/thumb.ts';
import styles from './TeamView.module.css';
import { say } from '../../core/language/say.ts';

interface TeamSheetProps {
  team: Conventions;
  thumb: Thumb;
  /** The languages of which there is a message file. */
  languages: readonly LanguageChoice[];
}

/** How the team counts, for all its devices; every choice is kept as soon as it is made. */
function TeamSheet({ team, thumb, languages }: TeamSheetProps) {
  const [chosen, setChosen] = useState(team);
  const keeping = useMutation({
    mutationFn: (next: Conventions) => ask(teamSchema, 'PUT', 'team', next),
    // Every sheet says it from the next page on; this one says so at once.
    onSuccess: () => location.reload(),
  });
  const choose = (part: Partial<Conventions>) => {
    const next = { ...chosen, ...part };
    setChosen(next);
    keeping.mutate(next);
  };
  return (
    <div className={styles['view']}>
      <h1>{say`How your team counts.`}</h1>
      <p
        className={styles['lead']}
      >{say`For every sheet, on screen and on paper, on all devices. Only the words change: what is stored stays as it is, so you can change your mind at any time.`}</p>
      <section className={styles['choice']}>
        <Choice
          label={say`Lengths`}
          value={chosen.length}
          options={[
            { value: 'mm', label: say`millimetres` },
            { value: 'cm', label: say`centimetres` },
            { value: 'in', label: say`inches` },
          ]}
          onChange={(length) => choose({ length })}
        />
        <p>{say`A number without a unit is read in this one. “4 in” and “10 cm” are always understood.`}</p>
      </section>
      <section className={styles['choice']}>
        <Choice
          label={say`Turns that count as positive`}
          value={chosen.positive}
          options={[
            { value: 'robot', label: say`as the gyro counts` },
            { value: 'right', label: say`to the right` },
            { value: 'left', label: say`to the left` },
          ]}
          onChange={(positive) => choose({ positive })}
        />
        <p>{say`The numbers of a program are always as the robot’s own gyro counts: its sheet says so where that is the other way.`}</p>
      </section>
      <section className={styles['choice']}>
        <Choice
          label={say`How far a motor turns`}
          value={chosen.motor}
          options={[
            { value: 'degrees', label: say`in degrees` },
            { value: 'rotations', label: say`in rotations` },
          ]}
          onChange={(motor) => choose({ motor })}
        />
        <p>{say`On program sheets: 868° are 2.411 rotations.`}</p>
      </section>
      <Language
        languages={languages}
        value={chosen.language}
        onChange={(language) => choose({ language })}
      />
      <ThisDevice thumb={thumb} />
      {keeping.isError && <Notice tone="fault">{sentenceOf(keeping.error)}</Notice>}
    </div>
  );
}

export const TeamView = island(TeamSheet);

function Language({
  languages,
  value,
  onChange,
}: Pick<TeamSheetProps, 'languages'> & { value: string; onChange: (language: string) => void }) {
  const lacking = languages.find(({ language, missing }) => language === value && missing > 0);
  return (
    <section className={styles['choice']}>
      <Choice
        label={say`Language`}
        value={value}
        options={languages.map(({ language, name }) => ({ value: language, label: name }))}
        onChange={onChange}
      />
      <p>
        {lacking !== undefined &&
          say`${lacking.missing} of ${lacking.of} sentences are still in English. `}
        {say`What is typed as a route or kept in a file stays as it is. Your language is one file: languages/en.json says every sentence to translate.`}
      </p>
    </section>
  );
}

/** What each device keeps for itself. */
function ThisDevice({ thumb }: { thumb: Thumb }) {
  const [chosen, setChosen] = useState(thumb);
  return (
    <section className={styles['choice']}>
      <Choice
        label={say`On this phone, “Hit” and “Take it” lie`}
        value={chosen}
        options={[
          { value: 'left', label: say`on the left` },
          { value: 'right', label: say`on the right` },
        ]}
        onChange={(to) => {
          setChosen(to);
          layOutFor(to);
        }}
      />
      <p>{say`Where your thumb is. Each phone keeps its own.`}</p>
    </section>
  );
}
