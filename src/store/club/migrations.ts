import { TABLE, type Migration } from '../migrations.ts';

/**
 * Steps of what the club keeps beside its teams. It stands in the database of the first team, so that one installation
 * with one team is one database.
 */
export const CLUB_MIGRATIONS: readonly Migration[] = [
  {
    name: 'club-0001-teams-and-devices',
    statements: [
      `CREATE TABLE IF NOT EXISTS teams (
        id CHAR(36) PRIMARY KEY,
        name VARCHAR(80) NOT NULL,
        base VARCHAR(64) COLLATE utf8mb4_bin NOT NULL UNIQUE,
        photos_stay TINYINT(1) NOT NULL DEFAULT 0,
        created_at DATETIME(3) NOT NULL
      ) ${TABLE}`,
      `INSERT IGNORE INTO teams (id, name, base, created_at)
        VALUES (UUID(), '', DATABASE(), UTC_TIMESTAMP(3))`,
      `CREATE TABLE IF NOT EXISTS devices (
        id CHAR(36) PRIMARY KEY,
        team_id CHAR(36) NOT NULL,
        name VARCHAR(80) NOT NULL,
        role VARCHAR(8) NOT NULL,
        secret_hash CHAR(64) NOT NULL UNIQUE,
        club TINYINT(1) NOT NULL,
        paired_at DATETIME(3) NOT NULL,
        last_used_at DATETIME(3) NOT NULL,
        gone_at DATETIME(3) NULL,
        INDEX devices_by_team (team_id, gone_at),
        FOREIGN KEY (team_id) REFERENCES teams (id) ON DELETE CASCADE
      ) ${TABLE}`,
      `CREATE TABLE IF NOT EXISTS pairing_words (
        word_hash CHAR(64) PRIMARY KEY,
        team_id CHAR(36) NOT NULL,
        role VARCHAR(8) NOT NULL,
        club TINYINT(1) NOT NULL,
        expires_at DATETIME(3) NOT NULL,
        used_at DATETIME(3) NULL,
        FOREIGN KEY (team_id) REFERENCES teams (id) ON DELETE CASCADE
      ) ${TABLE}`,
      `CREATE TABLE IF NOT EXISTS pairing_guesses (
        source VARCHAR(80) COLLATE utf8mb4_bin PRIMARY KEY,
        guesses INT NOT NULL,
        resets_at DATETIME(3) NOT NULL
      ) ${TABLE}`,
      `CREATE TABLE IF NOT EXISTS link_tokens (
        token CHAR(22) COLLATE utf8mb4_bin PRIMARY KEY,
        team_id CHAR(36) NOT NULL,
        device_id CHAR(36) NULL,
        practice TINYINT(1) NOT NULL,
        used_at DATETIME(3) NOT NULL,
        INDEX tokens_of_practice (practice, used_at),
        FOREIGN KEY (team_id) REFERENCES teams (id) ON DELETE CASCADE
      ) ${TABLE}`,
      `INSERT IGNORE INTO link_tokens (token, team_id, device_id, practice, used_at)
        SELECT links.id, teams.id, NULL, links.practice, COALESCE(links.last_at, links.created_at)
        FROM links JOIN teams ON teams.base = DATABASE()`,
      `CREATE TABLE IF NOT EXISTS changes (
        id BIGINT AUTO_INCREMENT PRIMARY KEY,
        team_id CHAR(36) NOT NULL,
        device_id CHAR(36) NULL,
        who VARCHAR(80) NOT NULL,
        action VARCHAR(80) NOT NULL,
        thing VARCHAR(80) NULL,
        page CHAR(36) NULL,
        at DATETIME(3) NOT NULL,
        INDEX changes_by_time (at),
        INDEX changes_by_team (team_id, id),
        FOREIGN KEY (team_id) REFERENCES teams (id) ON DELETE CASCADE
      ) ${TABLE}`,
      `CREATE TABLE IF NOT EXISTS offered_fields (
        id CHAR(36) PRIMARY KEY,
        team_id CHAR(36) NOT NULL,
        field_id CHAR(36) NOT NULL,
        name VARCHAR(80) NOT NULL,
        UNIQUE (team_id, field_id),
        FOREIGN KEY (team_id) REFERENCES teams (id) ON DELETE CASCADE
      ) ${TABLE}`,
      // Who has a sheet open now, by the stream that tells it what is new.
      `CREATE TABLE IF NOT EXISTS presences (
        stream CHAR(36) PRIMARY KEY,
        team_id CHAR(36) NOT NULL,
        who VARCHAR(80) NOT NULL,
        sheet VARCHAR(20) NOT NULL,
        seen_at DATETIME(3) NOT NULL,
        INDEX presences_by_team (team_id, seen_at),
        FOREIGN KEY (team_id) REFERENCES teams (id) ON DELETE CASCADE
      ) ${TABLE}`,
    ],
  },
];
