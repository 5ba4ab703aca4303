/**
 * One forward step of the schema. Steps are never changed in effect once they have been released. Each statement can
 * be carried out twice: a start that was cut between a statement and the note that it is done repeats it.
 */
export interface Migration {
  name: string;
  statements: readonly string[];
}

/** How every table is kept. */
export const TABLE = 'ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_520_ci';

const FIRST_SLICE = [
  `CREATE TABLE IF NOT EXISTS robots (
    id CHAR(36) PRIMARY KEY,
    name VARCHAR(80) NOT NULL,
    version INT NOT NULL DEFAULT 0,
    created_at DATETIME(3) NOT NULL
  ) ${TABLE}`,
  `CREATE TABLE IF NOT EXISTS setups (
    id CHAR(36) PRIMARY KEY,
    robot_id CHAR(36) NOT NULL,
    number INT NOT NULL,
    reason TEXT NOT NULL,
    setup LONGTEXT NOT NULL,
    sources LONGTEXT NOT NULL,
    created_at DATETIME(3) NOT NULL,
    UNIQUE (robot_id, number),
    FOREIGN KEY (robot_id) REFERENCES robots (id)
  ) ${TABLE}`,
  `CREATE TABLE IF NOT EXISTS bench_records (
    id CHAR(36) PRIMARY KEY,
    robot_id CHAR(36) NOT NULL,
    number INT NOT NULL,
    kind VARCHAR(20) NOT NULL,
    bench LONGTEXT NOT NULL,
    created_at DATETIME(3) NOT NULL,
    UNIQUE (robot_id, number),
    FOREIGN KEY (robot_id) REFERENCES robots (id)
  ) ${TABLE}`,
  `CREATE TABLE IF NOT EXISTS fields (
    id CHAR(36) PRIMARY KEY,
    name VARCHAR(80) NOT NULL,
    version INT NOT NULL DEFAULT 0,
    field LONGTEXT NOT NULL,
    created_at DATETIME(3) NOT NULL
  ) ${TABLE}`,
  `CREATE TABLE IF NOT EXISTS routes (
    id CHAR(36) PRIMARY KEY,
    name VARCHAR(80) NOT NULL,
    robot_id CHAR(36) NOT NULL,
    field_id CHAR(36) NOT NULL,
    goal DOUBLE NOT NULL,
    version INT NOT NULL DEFAULT 0,
    created_at DATETIME(3) NOT NULL,
    FOREIGN KEY (robot_id) REFERENCES robots (id),
    FOREIGN KEY (field_id) REFERENCES fields (id)
  ) ${TABLE}`,
  `CREATE TABLE IF NOT EXISTS revisions (
    id CHAR(36) PRIMARY KEY,
    route_id CHAR(36) NOT NULL,
    number INT NOT NULL,
    parent INT NULL,
    origin VARCHAR(10) NOT NULL,
    reason TEXT NOT NULL,
    plan LONGTEXT NOT NULL,
    created_at DATETIME(3) NOT NULL,
    UNIQUE (route_id, number),
    FOREIGN KEY (route_id) REFERENCES routes (id)
  ) ${TABLE}`,
  `CREATE TABLE IF NOT EXISTS sessions (
    id CHAR(36) PRIMARY KEY,
    title VARCHAR(80) NOT NULL,
    started_at DATETIME(3) NOT NULL,
    surface VARCHAR(80) NOT NULL,
    people VARCHAR(200) NOT NULL,
    note TEXT NOT NULL,
    version INT NOT NULL DEFAULT 0
  ) ${TABLE}`,
  `CREATE TABLE IF NOT EXISTS runs (
    id CHAR(36) PRIMARY KEY,
    session_id CHAR(36) NOT NULL,
    revision_id CHAR(36) NOT NULL,
    setup_id CHAR(36) NOT NULL,
    happened_at DATETIME(3) NOT NULL,
    battery DOUBLE NULL,
    set_aside VARCHAR(200) NULL,
    note TEXT NOT NULL,
    withdrawn TINYINT(1) NOT NULL DEFAULT 0,
    version INT NOT NULL DEFAULT 0,
    FOREIGN KEY (session_id) REFERENCES sessions (id),
    FOREIGN KEY (revision_id) REFERENCES revisions (id),
    FOREIGN KEY (setup_id) REFERENCES setups (id)
  ) ${TABLE}`,
  `CREATE TABLE IF NOT EXISTS run_offsets (
    run_id CHAR(36) NOT NULL,
    position INT NOT NULL,
    checkpoint_id VARCHAR(40) NOT NULL,
    along DOUBLE NOT NULL,
    \`left\` DOUBLE NOT NULL,
    turned DOUBLE NULL,
    PRIMARY KEY (run_id, checkpoint_id),
    FOREIGN KEY (run_id) REFERENCES runs (id) ON DELETE CASCADE
  ) ${TABLE}`,
  `CREATE TABLE IF NOT EXISTS run_outcomes (
    run_id CHAR(36) NOT NULL,
    position INT NOT NULL,
    model_id VARCHAR(40) NOT NULL,
    hit TINYINT(1) NOT NULL,
    PRIMARY KEY (run_id, model_id),
    FOREIGN KEY (run_id) REFERENCES runs (id) ON DELETE CASCADE
  ) ${TABLE}`,
];

const BENCHES_AND_LINKS = [
  // Setups from before the light bench get its starting values.
  `UPDATE setups
    SET setup = JSON_SET(setup, '$.light',
      JSON_OBJECT('dark', 0.12, 'light', 0.6, 'noise', 0.01, 'threshold', 0.36))
    WHERE JSON_EXTRACT(setup, '$.light') IS NULL`,
  `CREATE TABLE IF NOT EXISTS telemetry (
    id CHAR(36) PRIMARY KEY,
    robot_id CHAR(36) NOT NULL,
    run_id CHAR(36) NULL,
    \`rows\` INT NOT NULL,
    columns LONGTEXT NOT NULL,
    events LONGTEXT NOT NULL,
    created_at DATETIME(3) NOT NULL,
    INDEX telemetry_by_run (run_id),
    FOREIGN KEY (robot_id) REFERENCES robots (id),
    FOREIGN KEY (run_id) REFERENCES runs (id)
  ) ${TABLE}`,
  `CREATE TABLE IF NOT EXISTS telemetry_columns (
    telemetry_id CHAR(36) NOT NULL,
    name VARCHAR(40) NOT NULL,
    bytes LONGBLOB NOT NULL,
    PRIMARY KEY (telemetry_id, name),
    FOREIGN KEY (telemetry_id) REFERENCES telemetry (id) ON DELETE CASCADE
  ) ${TABLE}`,
  `CREATE TABLE IF NOT EXISTS links (
    id CHAR(22) COLLATE utf8mb4_bin PRIMARY KEY,
    robot_id CHAR(36) NOT NULL,
    name VARCHAR(80) NOT NULL,
    practice TINYINT(1) NOT NULL,
    receipt LONGTEXT NOT NULL,
    batches INT NOT NULL,
    last_at DATETIME(3) NULL,
    created_at DATETIME(3) NOT NULL,
    FOREIGN KEY (robot_id) REFERENCES robots (id)
  ) ${TABLE}`,
  `CREATE TABLE IF NOT EXISTS link_batches (
    link_id CHAR(22) COLLATE utf8mb4_bin NOT NULL,
    number INT NOT NULL,
    \`lines\` LONGTEXT NOT NULL,
    created_at DATETIME(3) NOT NULL,
    PRIMARY KEY (link_id, number),
    INDEX batches_by_age (created_at),
    FOREIGN KEY (link_id) REFERENCES links (id) ON DELETE CASCADE
  ) ${TABLE}`,
  `CREATE TABLE IF NOT EXISTS link_commands (
    number INT AUTO_INCREMENT PRIMARY KEY,
    link_id CHAR(22) COLLATE utf8mb4_bin NOT NULL,
    command LONGTEXT NOT NULL,
    created_at DATETIME(3) NOT NULL,
    INDEX commands_by_link (link_id, number),
    FOREIGN KEY (link_id) REFERENCES links (id) ON DELETE CASCADE
  ) ${TABLE}`,
];

/** Pictures stand beside their fields, so that reading a field does not read megabytes. */
const FIELD_PICTURES = [
  `CREATE TABLE IF NOT EXISTS field_pictures (
    field_id CHAR(36) PRIMARY KEY,
    type VARCHAR(40) NOT NULL,
    bytes LONGBLOB NOT NULL,
    FOREIGN KEY (field_id) REFERENCES fields (id) ON DELETE CASCADE
  ) ${TABLE}`,
];

const PRACTICE = [
  `ALTER TABLE runs
    ADD COLUMN IF NOT EXISTS gyro_at DATETIME(3) NULL,
    ADD COLUMN IF NOT EXISTS jig TINYINT(1) NULL,
    ADD COLUMN IF NOT EXISTS seconds DOUBLE NULL`,
  'ALTER TABLE run_outcomes ADD COLUMN IF NOT EXISTS points DOUBLE NULL',
  `ALTER TABLE sessions ADD COLUMN IF NOT EXISTS goal_runs INT NULL, ADD COLUMN IF NOT EXISTS goal_hits INT NULL`,
  `ALTER TABLE revisions ADD COLUMN IF NOT EXISTS promises LONGTEXT NOT NULL DEFAULT '[]'`,
  `CREATE TABLE IF NOT EXISTS run_photos (
    run_id CHAR(36) PRIMARY KEY,
    type VARCHAR(40) NOT NULL,
    bytes LONGBLOB NOT NULL,
    FOREIGN KEY (run_id) REFERENCES runs (id) ON DELETE CASCADE
  ) ${TABLE}`,
];

/** Bytes of one piece of a packed column: far below what a packet of the protocol may hold. */
export const CHUNK_BYTES = 1024 * 1024;

const MENDED = [
  // A field becomes a list of revisions that stay as they are. What is there is the first of each.
  `CREATE TABLE IF NOT EXISTS field_revisions (
    id CHAR(36) PRIMARY KEY,
    field_id CHAR(36) NOT NULL,
    number INT NOT NULL,
    reason TEXT NOT NULL,
    field LONGTEXT NOT NULL,
    created_at DATETIME(3) NOT NULL,
    UNIQUE (field_id, number),
    FOREIGN KEY (field_id) REFERENCES fields (id)
  ) ${TABLE}`,
  `INSERT INTO field_revisions (id, field_id, number, reason, field, created_at)
    SELECT UUID(), id, 1, 'As it was', field, created_at FROM fields
    WHERE id NOT IN (SELECT field_id FROM field_revisions)`,
  'ALTER TABLE fields DROP COLUMN IF EXISTS field, ADD COLUMN IF NOT EXISTS archived_at DATETIME(3) NULL',
  'ALTER TABLE revisions ADD COLUMN IF NOT EXISTS field_revision_id CHAR(36) NULL',
  `UPDATE revisions
    JOIN routes ON routes.id = revisions.route_id
    JOIN field_revisions ON field_revisions.field_id = routes.field_id AND field_revisions.number = 1
    SET revisions.field_revision_id = field_revisions.id
    WHERE revisions.field_revision_id IS NULL`,
  'ALTER TABLE revisions MODIFY field_revision_id CHAR(36) NOT NULL',
  'ALTER TABLE revisions ADD CONSTRAINT revisions_stand_on FOREIGN KEY IF NOT EXISTS (field_revision_id) REFERENCES field_revisions (id)',
  'ALTER TABLE robots ADD COLUMN IF NOT EXISTS archived_at DATETIME(3) NULL',
  'ALTER TABLE routes ADD COLUMN IF NOT EXISTS archived_at DATETIME(3) NULL',
  'ALTER TABLE sessions ADD COLUMN IF NOT EXISTS archived_at DATETIME(3) NULL',
  // When a run happened stands in happened_at, by the server's clock; what the device said stays beside it.
  `ALTER TABLE runs
    ADD COLUMN IF NOT EXISTS device_at DATETIME(3) NULL,
    ADD COLUMN IF NOT EXISTS received_at DATETIME(3) NULL,
    ADD COLUMN IF NOT EXISTS sent_hash CHAR(64) NULL`,
  // Packed columns stand in pieces, so that no statement is longer than the server takes.
  `CREATE TABLE IF NOT EXISTS telemetry_chunks (
    telemetry_id CHAR(36) NOT NULL,
    name VARCHAR(40) NOT NULL,
    position INT NOT NULL,
    bytes MEDIUMBLOB NOT NULL,
    PRIMARY KEY (telemetry_id, name, position),
    FOREIGN KEY (telemetry_id) REFERENCES telemetry (id) ON DELETE CASCADE
  ) ${TABLE}`,
  `CREATE TABLE IF NOT EXISTS telemetry_columns (
    telemetry_id CHAR(36) NOT NULL,
    name VARCHAR(40) NOT NULL,
    bytes LONGBLOB NOT NULL,
    PRIMARY KEY (telemetry_id, name)
  ) ${TABLE}`,
  // A column of two million doubles has 16 pieces.
  `INSERT IGNORE INTO telemetry_chunks (telemetry_id, name, position, bytes)
    WITH RECURSIVE pieces (position) AS (
      SELECT 0 UNION ALL SELECT position + 1 FROM pieces WHERE position < 31
    )
    SELECT telemetry_id, name, position, SUBSTRING(bytes, 1 + position * ${CHUNK_BYTES}, ${CHUNK_BYTES})
    FROM telemetry_columns JOIN pieces ON position * ${CHUNK_BYTES} < LENGTH(bytes)`,
  'DROP TABLE IF EXISTS telemetry_columns',
  // The token is a secret of whoever opened the link; everybody else knows the link by another name.
  'ALTER TABLE links ADD COLUMN IF NOT EXISTS public_id CHAR(36) NULL',
  'UPDATE links SET public_id = UUID() WHERE public_id IS NULL',
  'ALTER TABLE links MODIFY public_id CHAR(36) NOT NULL, ADD UNIQUE INDEX IF NOT EXISTS links_by_public_id (public_id)',
  `CREATE TABLE IF NOT EXISTS imports (
    id CHAR(36) PRIMARY KEY,
    sha256 CHAR(64) NOT NULL,
    sentence TEXT NOT NULL,
    made LONGTEXT NOT NULL,
    created_at DATETIME(3) NOT NULL,
    undone_at DATETIME(3) NULL,
    INDEX imports_by_content (sha256)
  ) ${TABLE}`,
];

/** All steps, oldest first. */
export const MIGRATIONS: readonly Migration[] = [
  { name: '0001-first-slice', statements: FIRST_SLICE },
  {
    name: '0002-run-lists',
    statements: [
      // Verdict and Table ask for the runs of a revision or a session in the order of time.
      'ALTER TABLE runs ADD INDEX IF NOT EXISTS runs_by_revision (revision_id, happened_at), ADD INDEX IF NOT EXISTS runs_by_session (session_id, happened_at)',
    ],
  },
  { name: '0003-benches-and-links', statements: BENCHES_AND_LINKS },
  { name: '0004-field-pictures', statements: FIELD_PICTURES },
  { name: '0005-practice', statements: PRACTICE },
  { name: '0006-mended', statements: MENDED },
  {
    name: '0007-run-indexes',
    statements: [
      // Every list leaves out the runs that were withdrawn: with that in the index it reads no other row.
      'ALTER TABLE runs ADD INDEX IF NOT EXISTS runs_kept_by_revision (revision_id, withdrawn, happened_at), ADD INDEX IF NOT EXISTS runs_kept_by_session (session_id, withdrawn, happened_at)',
      'ALTER TABLE runs DROP INDEX IF EXISTS runs_by_revision, DROP INDEX IF EXISTS runs_by_session',
    ],
  },
  {
    name: '0008-team',
    statements: [
      // One row: what is chosen for all devices.
      `CREATE TABLE IF NOT EXISTS team (
        id TINYINT PRIMARY KEY,
        conventions LONGTEXT NOT NULL
      ) ${TABLE}`,
    ],
  },
  {
    name: '0009-camera',
    statements: [
      `CREATE TABLE IF NOT EXISTS camera_notes (
        about VARCHAR(10) NOT NULL,
        \`key\` VARCHAR(120) NOT NULL,
        value LONGTEXT NOT NULL,
        updated_at DATETIME(3) NOT NULL,
        PRIMARY KEY (about, \`key\`)
      ) ${TABLE}`,
      "ALTER TABLE telemetry ADD COLUMN IF NOT EXISTS source VARCHAR(10) NOT NULL DEFAULT 'hub', ADD COLUMN IF NOT EXISTS seen LONGTEXT NULL",
    ],
  },
  {
    name: '0010-match',
    statements: [
      `CREATE TABLE IF NOT EXISTS matches (
        id CHAR(36) PRIMARY KEY,
        name VARCHAR(80) NOT NULL,
        robot_id CHAR(36) NOT NULL,
        field_id CHAR(36) NOT NULL,
        plan LONGTEXT NOT NULL,
        version INT NOT NULL DEFAULT 0,
        created_at DATETIME(3) NOT NULL,
        archived_at DATETIME(3) NULL,
        FOREIGN KEY (robot_id) REFERENCES robots (id),
        FOREIGN KEY (field_id) REFERENCES fields (id)
      ) ${TABLE}`,
      `CREATE TABLE IF NOT EXISTS rehearsals (
        id CHAR(36) PRIMARY KEY,
        match_id CHAR(36) NOT NULL,
        happened_at DATETIME(3) NOT NULL,
        people VARCHAR(200) NOT NULL,
        withdrawn TINYINT(1) NOT NULL DEFAULT 0,
        INDEX rehearsals_by_match (match_id, withdrawn, happened_at),
        FOREIGN KEY (match_id) REFERENCES matches (id) ON DELETE CASCADE
      ) ${TABLE}`,
      `CREATE TABLE IF NOT EXISTS rehearsal_events (
        id CHAR(36) PRIMARY KEY,
        rehearsal_id CHAR(36) NOT NULL,
        happened_after DOUBLE NOT NULL,
        event LONGTEXT NOT NULL,
        withdrawn TINYINT(1) NOT NULL DEFAULT 0,
        INDEX events_by_rehearsal (rehearsal_id, withdrawn, happened_after),
        FOREIGN KEY (rehearsal_id) REFERENCES rehearsals (id) ON DELETE CASCADE
      ) ${TABLE}`,
    ],
  },
  {
    name: '0011-drills',
    statements: [
      `CREATE TABLE IF NOT EXISTS drills (
        id CHAR(36) PRIMARY KEY,
        initials VARCHAR(4) NOT NULL,
        level INT NOT NULL,
        fault VARCHAR(40) NOT NULL,
        cause_found TINYINT(1) NOT NULL,
        cure_found TINYINT(1) NOT NULL,
        minutes DOUBLE NOT NULL,
        happened_at DATETIME(3) NOT NULL,
        INDEX drills_by_time (happened_at)
      ) ${TABLE}`,
    ],
  },
];
