import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import {
  chmodSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir, userInfo } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { freePort } from '../application.ts';

const PROGRAM = '/usr/sbin/mariadbd';
const PROVIDER = '/usr/lib/galera/libgalera_smm.so';
/** Nodes hand each other files by a service that gives up root: as root they run as the package's own account. */
const ACCOUNT = process.getuid?.() === 0 ? 'mysql' : userInfo().username;
/**
 * When the others go on without a node that is silent: writes wait for it so long. Usually that takes five seconds, which
 * is longer than anybody at a table waits; networks of one house are quicker.
 */
const SUSPICION =
  'evs.keepalive_period=PT0.3S;evs.inactive_check_period=PT0.3S;evs.suspect_timeout=PT1.5S;evs.inactive_timeout=PT4S';
/** How long a node may take to come up and catch up, ms. */
const PATIENCE = 120_000;

/** What a node listens on, all on loopback. */
interface Ports {
  sql: number;
  group: number;
  /** Where what it missed arrives: single writes, or everything. */
  increments: number;
  state: number;
}

/** One node of a cluster on this machine. */
export class Node {
  private child: ChildProcess | null = null;
  private readonly folder: string;

  constructor(
    readonly name: string,
    readonly ports: Ports,
    private readonly all: readonly Ports[],
    parent: string,
  ) {
    this.folder = join(parent, name);
  }

  get pid(): number | undefined {
    return this.child?.pid;
  }

  /** Makes an empty node with the account of the application. */
  make(password: string): void {
    mkdirSync(join(this.folder, 'data'), { recursive: true });
    this.handOver();
    const { status, stderr } = spawnSync(
      'mariadb-install-db',
      [
        '--no-defaults',
        `--user=${ACCOUNT}`,
        `--datadir=${join(this.folder, 'data')}`,
        '--auth-root-authentication-method=socket',
        '--skip-test-db',
      ],
      { encoding: 'utf8' },
    );
    if (status !== 0) throw new Error(stderr);
    writeFileSync(
      join(this.folder, 'init.sql'),
      [
        'CREATE DATABASE IF NOT EXISTS corvat CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_520_ci;',
        `CREATE USER IF NOT EXISTS 'corvat'@'127.0.0.1' IDENTIFIED BY '${password}';`,
        "GRANT ALL ON corvat.* TO 'corvat'@'127.0.0.1';",
        "GRANT ALL ON `corvat\\_%`.* TO 'corvat'@'127.0.0.1';",
        '',
      ].join('\n'),
    );
    this.handOver();
  }

  /** Begins with everything that another node has, which is stopped. */
  beginLike(other: Node): void {
    cpSync(other.folder, this.folder, { recursive: true });
    this.handOver();
  }

  /** What runs as another account has to be that account's. */
  private handOver(): void {
    if (ACCOUNT !== userInfo().username) {
      spawnSync('chown', ['-R', `${ACCOUNT}:${ACCOUNT}`, this.folder]);
    }
  }

  /**
   * Starts the node and waits until it has caught up with the others.
   *
   * @param first whether it begins a cluster
   */
  async start(first = false): Promise<void> {
    const output = openSync(join(this.folder, 'log'), 'a');
    const flags = [...this.flags(), ...this.position()];
    this.child = spawn(
      PROGRAM,
      [
        ...flags,
        ...(first ? ['--wsrep-new-cluster', `--init-file=${join(this.folder, 'init.sql')}`] : []),
      ],
      { stdio: ['ignore', output, output], detached: true, cwd: this.folder },
    );
    for (const until = Date.now() + PATIENCE; Date.now() < until;) {
      if ((await this.ask("SHOW STATUS LIKE 'wsrep_local_state_comment'")).includes('Synced'))
        return;
      if (this.child.exitCode !== null || this.child.signalCode !== null) break;
      await sleep(100);
    }
    throw new Error(
      `${this.name} did not come up:\n${readFileSync(join(this.folder, 'log'), 'utf8').slice(-3000)}`,
    );
  }

  /** Ends it as a power cut would. */
  async kill(): Promise<void> {
    await this.end('SIGKILL');
  }

  async stop(): Promise<void> {
    await this.end('SIGTERM');
  }

  private async end(signal: NodeJS.Signals): Promise<void> {
    const { child } = this;
    if (child === null || child.exitCode !== null || child.signalCode !== null) return;
    const ended = new Promise((resolve) => child.once('exit', resolve));
    child.kill(signal);
    await ended;
  }

  /** Asks the node itself, as root of this machine; nothing when it does not answer. */
  ask(question: string): Promise<string> {
    return new Promise((resolve) => {
      const client = spawn('mariadb', [
        '--no-defaults',
        `--socket=${this.socket()}`,
        '--batch',
        '--skip-column-names',
        '-e',
        question,
      ]);
      let text = '';
      client.stdout.on('data', (chunk: Buffer) => (text += chunk.toString()));
      client.once('close', () => resolve(text));
    });
  }

  /** Memory that it holds, MB. */
  memory(): number {
    const status = readFileSync(`/proc/${this.pid}/status`, 'utf8');
    return Number(/VmRSS:\s+(\d+)/.exec(status)![1]) / 1024;
  }

  private socket(): string {
    return join(this.folder, 's.sock');
  }

  private flags(): string[] {
    const { sql, group, increments, state } = this.ports;
    return [
      '--no-defaults',
      `--user=${ACCOUNT}`,
      `--datadir=${join(this.folder, 'data')}`,
      `--socket=${this.socket()}`,
      `--pid-file=${join(this.folder, 'pid')}`,
      `--port=${sql}`,
      '--bind-address=127.0.0.1',
      '--skip-name-resolve',
      '--character-set-server=utf8mb4',
      '--binlog-format=ROW',
      '--innodb-autoinc-lock-mode=2',
      '--innodb-flush-log-at-trx-commit=1',
      '--innodb-buffer-pool-size=96M',
      '--max-allowed-packet=64M',
      '--max-connections=300',
      '--table-open-cache=4000',
      '--wsrep-on=ON',
      `--wsrep-provider=${PROVIDER}`,
      '--wsrep-cluster-name=corvat',
      `--wsrep-cluster-address=gcomm://${this.all.map((ports) => `127.0.0.1:${ports.group}`).join(',')}`,
      `--wsrep-node-name=${this.name}`,
      `--wsrep-node-address=127.0.0.1:${group}`,
      `--wsrep-sst-receive-address=127.0.0.1:${state}`,
      '--wsrep-sst-method=rsync',
      // A single statement that lost against another node's is done again by the server.
      '--wsrep-retry-autocommit=10',
      `--wsrep-provider-options=gmcast.listen_addr=tcp://127.0.0.1:${group};ist.recv_addr=127.0.0.1:${increments};ist.recv_bind=127.0.0.1:${increments};gcache.size=64M;gcache.recover=yes;${SUSPICION}`,
    ];
  }

  /** After a kill the node knows how far it came only from its own log, which it is asked to read first. */
  private position(): string[] {
    if (!existsSync(join(this.folder, 'data', 'grastate.dat'))) return [];
    const log = join(this.folder, 'recovery.log');
    rmSync(log, { force: true });
    spawnSync(PROGRAM, [...this.flags(), '--wsrep-recover', `--log-error=${log}`], {
      cwd: this.folder,
    });
    const found = /Recovered position:\s*(\S+)/.exec(readFileSync(log, 'utf8'))?.[1];
    return found === undefined ? [] : [`--wsrep-start-position=${found}`];
  }
}

/** A cluster of so many nodes on loopback, with nothing in it. */
export async function startCluster(size: number, password: string): Promise<Node[]> {
  // Outside of the project: the nodes' account may not read what is the project's.
  const parent = mkdtempSync(join(tmpdir(), 'corvat-cluster-'));
  chmodSync(parent, 0o755);
  const ports: Ports[] = [];
  for (let i = 0; i < size; i++) {
    const [sql, group, increments, state] = [
      await freePort(),
      await freePort(),
      await freePort(),
      await freePort(),
    ];
    ports.push({ sql, group, increments, state });
  }
  const nodes = ports.map((own, i) => new Node(`node-${i + 1}`, own, ports, parent));
  const [first, ...others] = nodes;
  first!.make(password);
  await first!.start(true);
  // The others begin with what the first one has, and then follow it write by write.
  await first!.stop();
  for (const node of others) node.beginLike(first!);
  await first!.start(true);
  for (const node of others) await node.start();
  return nodes;
}
