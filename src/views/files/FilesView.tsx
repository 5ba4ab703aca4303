import type { Copy, ImportResult, KeptRecord, KeptThing } from '../../contracts/kept.ts';
import { BringIn } from './BringIn.tsx';
import { Copies } from './Copies.tsx';
import { island } from '../../ui/island.tsx';
import styles from './FilesView.module.css';
import { KeptList } from './KeptList.tsx';
import { WholeBundle } from './WholeBundle.tsx';
import { TwoColumns } from '../../ui/TwoColumns.tsx';
import { say } from '../../core/language/say.ts';
import { sayWith } from '../../ui/sayWith.ts';

export interface FilesViewProps {
  kept: Record<KeptThing, KeptRecord[]>;
  imports: ImportResult[];
  copies: Copy[];
  /** Whether photos of runs are in no file that is taken out. */
  photosStay: boolean;
  /** The folder of the copies; null when the database is somebody else's to copy. */
  copiesIn: string | null;
}

/** Open files in and out, what is kept here, and the copies of it. */
function FilesSheet({ kept, imports, copies, copiesIn, photosStay }: FilesViewProps) {
  return (
    <TwoColumns>
      <>
        <BringIn imports={imports} />
        <Copies copies={copies} folder={copiesIn} />
      </>
      <>
        <p
          className={styles['conventions']}
        >{sayWith`Units, signs and language of all sheets: ${(<a href="/team">{say`how your team counts`}</a>)}. Words: ${(<a href="/glossary">{say`what they mean`}</a>)}. Phones at the table, and who may do what: ${(<a href="/devices">{say`devices`}</a>)}.`}</p>
        <h1>{say`Take files out.`}</h1>
        <p className={styles['lead']}>{say`Everything that is here, in open formats.`}</p>
        <KeptList
          title={say`Robots, with setups and bench records`}
          thing="robots"
          takes={say`its setups and bench records`}
          records={kept.robots}
          files={(id) => [
            ['JSON', `robots/${id}/file`],
            ['CSV', `robots/${id}/file?format=csv`],
          ]}
        />
        <KeptList
          title={say`Fields`}
          thing="fields"
          takes={say`all its drawings`}
          records={kept.fields}
          files={(id) => [
            ['JSON', `fields/${id}/file`],
            ['CSV', `fields/${id}/file?format=csv`],
            ['SVG', `fields/${id}/file?format=svg`],
          ]}
        />
        <a href="/field?new">{say`Draw a new field`}</a>
        <KeptList
          title={say`Routes and their runs`}
          thing="routes"
          takes={say`its revisions and all its runs`}
          records={kept.routes}
          files={(id) => [
            ['JSON', `routes/${id}/file`],
            ['CSV', `routes/${id}/file?format=csv`],
            [say`Python`, `routes/${id}/program.py`],
            [say`Java`, `routes/${id}/program.java`],
            [say`runs CSV`, `routes/${id}/runs-file`],
            [say`runs JSON`, `routes/${id}/runs-file?format=json`],
            [say`bundle`, `routes/${id}/bundle`],
          ]}
        />
        <KeptList
          title={say`Match plans`}
          thing="matches"
          takes={say`its rehearsals`}
          records={kept.matches}
          files={(id) => [['JSON', `matches/${id}/file`]]}
        />
        <KeptList
          title={say`Practices`}
          thing="sessions"
          takes={say`all its runs`}
          records={kept.sessions}
          files={() => []}
        />
        <h2 className={styles['section']}>{say`Everything in one file`}</h2>
        <WholeBundle photosStay={photosStay} />
      </>
    </TwoColumns>
  );
}

export const FilesView = island(FilesSheet);
