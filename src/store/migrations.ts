import type { QueryInterface } from 'sequelize';

/** One forward step of the schema. Steps are never changed once they have been released. */
export interface Migration {
  name: string;
  up: (schema: QueryInterface) => Promise<void>;
}

/** All steps, oldest first. */
export const MIGRATIONS: readonly Migration[] = [
  {
    name: '0001-first-slice',
    async up(schema) {
      for (const statement of FIRST_SLICE) await schema.sequelize.query(statement);
    },
  },
  {
    name: '0002-run-lists',
    async up(schema) {
      // Verdict and Table ask for the runs of a revision or a session in the order of time.
      await schema.sequelize.query(
        'ALTER TABLE runs ADD INDEX runs_by_revision (revision_id, happened_at), ADD INDEX runs_by_session (session_id, happened_at)',
      );
    },
  },
  {
    name: '0003-benches-and-links',
    async up(schema) {
      for (const statement of BENCHES_AND_LINKS) await schema.sequelize.query(statement);
    },
  },
  {
    name: '0004-field-pictures',
    async up(schema) {
      await schema.sequelize.query(FIELD_PICTURES);
    },
  },
  {
    name: '0005-practice',
    async up(schema) {
      for (const statement of PRACTICE) await schema.sequelize.query(statement);
    },
  },
];

const TABLE = 'ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_520_ci';

const FIRST_SLICE = [
  `CREATE TABLE robots (
    id CHAR(36) PRIMARY KEY,
    name VARCHAR(80) NOT NULL,
    version INT NOT NULL DEFAULT 0,
    created_at DATETIME(3) NOT NULL
  ) ${TABLE}`,
  `CREATE TABLE setups (
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
  `CREATE TABLE bench_records (
    id CHAR(36) PRIMARY KEY,
    robot_id CHAR(36) NOT NULL,
    number INT NOT NULL,
    kind VARCHAR(20) NOT NULL,
    bench LONGTEXT NOT NULL,
    created_at DATETIME(3) NOT NULL,
    UNIQUE (robot_id, number),
    FOREIGN KEY (robot_id) REFERENCES robots (id)
  ) ${TABLE}`,
  `CREATE TABLE fields (
    id CHAR(36) PRIMARY KEY,
    name VARCHAR(80) NOT NULL,
    version INT NOT NULL DEFAULT 0,
    field LONGTEXT NOT NULL,
    created_at DATETIME(3) NOT NULL
  ) ${TABLE}`,
  `CREATE TABLE routes (
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
  `CREATE TABLE revisions (
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
  `CREATE TABLE sessions (
    id CHAR(36) PRIMARY KEY,
    title VARCHAR(80) NOT NULL,
    started_at DATETIME(3) NOT NULL,
    surface VARCHAR(80) NOT NULL,
    people VARCHAR(200) NOT NULL,
    note TEXT NOT NULL,
    version INT NOT NULL DEFAULT 0
  ) ${TABLE}`,
  `CREATE TABLE runs (
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
  `CREATE TABLE run_offsets (
    run_id CHAR(36) NOT NULL,
    position INT NOT NULL,
    checkpoint_id VARCHAR(40) NOT NULL,
    along DOUBLE NOT NULL,
    \`left\` DOUBLE NOT NULL,
    turned DOUBLE NULL,
    PRIMARY KEY (run_id, checkpoint_id),
    FOREIGN KEY (run_id) REFERENCES runs (id) ON DELETE CASCADE
  ) ${TABLE}`,
  `CREATE TABLE run_outcomes (
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
  `CREATE TABLE telemetry (
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
  `CREATE TABLE telemetry_columns (
    telemetry_id CHAR(36) NOT NULL,
    name VARCHAR(40) NOT NULL,
    bytes LONGBLOB NOT NULL,
    PRIMARY KEY (telemetry_id, name),
    FOREIGN KEY (telemetry_id) REFERENCES telemetry (id) ON DELETE CASCADE
  ) ${TABLE}`,
  `CREATE TABLE links (
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
  `CREATE TABLE link_batches (
    link_id CHAR(22) COLLATE utf8mb4_bin NOT NULL,
    number INT NOT NULL,
    \`lines\` LONGTEXT NOT NULL,
    created_at DATETIME(3) NOT NULL,
    PRIMARY KEY (link_id, number),
    INDEX batches_by_age (created_at),
    FOREIGN KEY (link_id) REFERENCES links (id) ON DELETE CASCADE
  ) ${TABLE}`,
  `CREATE TABLE link_commands (
    number INT AUTO_INCREMENT PRIMARY KEY,
    link_id CHAR(22) COLLATE utf8mb4_bin NOT NULL,
    command LONGTEXT NOT NULL,
    created_at DATETIME(3) NOT NULL,
    INDEX commands_by_link (link_id, number),
    FOREIGN KEY (link_id) REFERENCES links (id) ON DELETE CASCADE
  ) ${TABLE}`,
];

/** Pictures stand beside their fields, so that reading a field does not read megabytes. */
const FIELD_PICTURES = `CREATE TABLE field_pictures (
    field_id CHAR(36) PRIMARY KEY,
    type VARCHAR(40) NOT NULL,
    bytes LONGBLOB NOT NULL,
    FOREIGN KEY (field_id) REFERENCES fields (id) ON DELETE CASCADE
  ) ${TABLE}`;

const PRACTICE = [
  `ALTER TABLE runs
    ADD COLUMN gyro_at DATETIME(3) NULL,
    ADD COLUMN jig TINYINT(1) NULL,
    ADD COLUMN seconds DOUBLE NULL`,
  'ALTER TABLE run_outcomes ADD COLUMN points DOUBLE NULL',
  `ALTER TABLE sessions ADD COLUMN goal_runs INT NULL, ADD COLUMN goal_hits INT NULL`,
  `ALTER TABLE revisions ADD COLUMN promises LONGTEXT NOT NULL DEFAULT '[]'`,
  `CREATE TABLE run_photos (
    run_id CHAR(36) PRIMARY KEY,
    type VARCHAR(40) NOT NULL,
    bytes LONGBLOB NOT NULL,
    FOREIGN KEY (run_id) REFERENCES runs (id) ON DELETE CASCADE
  ) ${TABLE}`,
];
