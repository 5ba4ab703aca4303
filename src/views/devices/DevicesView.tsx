import { useState } from 'react';
import type { Change, Device, Team } from '../../contracts/devices.ts';
import type { SharingState } from '../../contracts/sharing.ts';
import { island } from '../../ui/island.tsx';
import { Changes } from './Changes.tsx';
import { DeviceList } from './DeviceList.tsx';
import styles from './DevicesView.module.css';
import { Door } from './Door.tsx';
import { LetIn } from './LetIn.tsx';
import { Teams } from './Teams.tsx';
import { Trust } from './Trust.tsx';
import { TwoColumns } from '../../ui/TwoColumns.tsx';
import { say } from '../../core/language/say.ts';

interface DevicesSheetProps {
  devices: Device[];
  changes: Change[];
  /** The door to the local network; null where it is not this page's to open. */
  door: SharingState | null;
  /** Where this page came from, for whoever is at another machine than Corvat. */
  address: string;
  /** The device that looks at this; null for the machine itself. */
  own: string | null;
  teams: Team[];
  team: Team;
  /** Whether whoever looks at this looks after all teams. */
  club: boolean;
}

/** Which devices may come in, and what they did. */
function DevicesSheet(props: DevicesSheetProps) {
  const [door, setDoor] = useState(props.door);
  return (
    <TwoColumns>
      <>
        <h1>{say`Let a phone in.`}</h1>
        <p
          className={styles['lead']}
        >{say`Every phone, tablet and laptop of the team can stand at the table: each is let in once, with three words.`}</p>
        {door !== null && <Door door={door} onChange={setDoor} />}
        {door?.door !== 'shut' && <LetIn addresses={door?.addresses ?? [props.address]} />}
        {door?.door === 'secret' && <Trust address={door.addresses[0] ?? ''} />}
      </>
      <>
        <DeviceList devices={props.devices} own={props.own} />
        {props.club && <Teams teams={props.teams} team={props.team} />}
        <Changes changes={props.changes} />
      </>
    </TwoColumns>
  );
}

export const DevicesView = island(DevicesSheet);
