import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { clubTeamSchema, teamName, type Team } from '../../contracts/devices.ts';
import { ask, send, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { TextField } from '../../ui/TextField.tsx';
import { TEAM_COOKIE } from '../../contracts/cookies.ts';
import styles from './DevicesView.module.css';
import { say } from '../../core/language/say.ts';

interface TeamsProps {
  teams: Team[];
  /** The one that this screen shows. */
  team: Team;
}

/** The teams of a club: each has robots, fields, routes, practices and devices of its own. */
export function Teams({ teams, team }: TeamsProps) {
  const [name, setName] = useState('');
  const [asking, setAsking] = useState<string | null>(null);
  const doing = useMutation({
    mutationFn: (work: () => Promise<unknown>) => work(),
    onSuccess: () => location.reload(),
  });
  const several = teams.length > 1;
  return (
    <>
      <h2>{several ? say`Teams of the club` : say`More than one team?`}</h2>
      <p
        className={styles['soft']}
      >{say`Each team has robots, fields, routes, practices and devices of its own, and sees nothing of the others.`}</p>
      {several && (
        <ul className={styles['list']} aria-label={say`Teams`}>
          {teams.map((one, i) => (
            <li key={one.id}>
              <strong>{teamName(one)}</strong>
              {one.id === team.id ? (
                <em>{say`on this screen`}</em>
              ) : (
                <Button onClick={() => showTeam(one.id)}>{say`Show it here`}</Button>
              )}
              {i > 0 && one.id !== team.id && asking !== one.id && (
                <Button onClick={() => setAsking(one.id)}>{say`Delete …`}</Button>
              )}
              {asking === one.id && (
                <div className={styles['asking']} role="group">
                  {say`Delete “${teamName(one)}” with everything that it has, and send its devices away? A copy of everything is taken first.`}
                  <Button
                    variant="main"
                    onClick={() => doing.mutate(() => send('DELETE', `teams/${one.id}`))}
                  >{say`Delete it`}</Button>
                  <Button onClick={() => setAsking(null)}>{say`Keep it`}</Button>
                </div>
              )}
            </li>
          ))}
        </ul>
      )}
      <form
        className={styles['row']}
        onSubmit={(event) => {
          event.preventDefault();
          doing.mutate(() => ask(clubTeamSchema, 'POST', 'teams', { name }));
        }}
      >
        <TextField label={say`Name`} value={name} onChange={setName} maxLength={80} />
        <Button
          type="submit"
          disabled={name.trim() === '' || doing.isPending}
        >{say`Add a team`}</Button>
        {several && (
          <Button
            disabled={name.trim() === '' || doing.isPending}
            onClick={() =>
              doing.mutate(() => ask(clubTeamSchema, 'PATCH', `teams/${team.id}`, { name }))
            }
          >{say`Name “${teamName(team)}” so`}</Button>
        )}
      </form>
      {doing.error !== null && <Notice tone="fault">{sentenceOf(doing.error)}</Notice>}
    </>
  );
}

/** Shows another team on this screen, from Today on. */
function showTeam(id: string): void {
  document.cookie = `${TEAM_COOKIE}=${id}; Path=/; Max-Age=31536000; SameSite=Strict`;
  location.assign('/');
}
