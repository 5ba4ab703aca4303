/** Which team the machine's own screen shows. */
export const TEAM_COOKIE = 'corvat-team';
