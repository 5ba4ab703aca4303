import { createServer as createHttpServer } from 'node:http';
import { createServer as createHttpsServer } from 'node:https';
import { createServer as createDoor, isIPv4 } from 'node:net';
import { hostname, networkInterfaces } from 'node:os';
import { certificateFor } from './certificates.mjs';
import { allowing, listen } from './serve.mjs';
import { setting } from './setup.mjs';
import { UserFacingError } from './userFacingError.mjs';

/** The first byte of a connection that begins as secret ones do. */
const HANDSHAKE = 22;

/**
 * The door to the local network: shut until it is opened, secret unless plain is chosen knowingly. Whoever comes through
 * it says a word first.
 */
export class Sharing {
  opened = null;
  how = 'shut';

  /**
   * @param {import('./serve.mjs').Taking} taking
   * @param {string} data the data folder, which keeps the certificates
   */
  constructor(taking, data) {
    this.taking = taking;
    this.data = data;
    this.port = Number(setting('CORVAT_SHARE_PORT', '4320'));
    this.host = setting('CORVAT_SHARE_HOST', '0.0.0.0');
  }

  state() {
    const scheme = this.how === 'secret' ? 'https' : 'http';
    const names = this.how === 'shut' ? [] : this.names();
    return { door: this.how, addresses: names.map((name) => `${scheme}://${name}:${this.port}`) };
  }

  async authority() {
    return (await certificateFor(this.data, this.names())).authority;
  }

  async open(how) {
    if (how === this.how) return this.state();
    await this.shut();
    const visitOf = (request) => ({
      door: 'shared',
      address: request.socket.remoteAddress ?? '',
      secret: how === 'secret',
    });
    // Names are looked at with every question: the machine may come into another network meanwhile.
    const take = this.taking.through(visitOf, (header) => allowing(this.names())(header));
    const server = how === 'secret' ? await this.secretServer(take) : createHttpServer(take);
    const door = how === 'secret' ? this.eitherDoor(server) : server;
    try {
      this.opened = await listen(server, this.host, this.port, door);
    } catch (error) {
      if (error.code !== 'EADDRINUSE') throw error;
      throw new UserFacingError(
        `Port ${this.port} is taken: stop the other program, or choose another one, as in CORVAT_SHARE_PORT=${this.port + 1} npm start -- --share.`,
      );
    }
    this.how = how;
    return this.state();
  }

  async shut() {
    const { opened } = this;
    this.opened = null;
    this.how = 'shut';
    await opened?.close();
    return this.state();
  }

  async secretServer(take) {
    const { cert, key } = await certificateFor(this.data, this.names());
    return createHttpsServer({ cert, key, minVersion: 'TLSv1.2' }, take);
  }

  /** Who types the address without https is shown the way: both kinds of connections come to the same port. */
  eitherDoor(server) {
    const signpost = createHttpServer((request, response) => {
      const isOurs = allowing(this.names())(request.headers.host);
      response.writeHead(
        isOurs ? 308 : 421,
        isOurs ? { location: `https://${request.headers.host}${request.url}` } : {},
      );
      response.end();
    });
    return createDoor((socket) => {
      socket.once('error', () => socket.destroy());
      socket.once('data', (first) => {
        socket.pause();
        socket.unshift(first);
        (first[0] === HANDSHAKE ? server : signpost).emit('connection', socket);
        process.nextTick(() => socket.resume());
      });
    });
  }

  /** Numbers and a name under which this machine can be reached from the network, the likeliest first. */
  names() {
    if (this.host !== '0.0.0.0') return [this.host];
    const numbers = Object.values(networkInterfaces())
      .flat()
      .filter(({ internal, family }) => !internal && family === 'IPv4')
      .map(({ address }) => address);
    return [...numbers.toSorted((a, b) => rankOf(a) - rankOf(b)), `${hostname()}.local`];
  }
}

/** Home and school networks first, then those that other programs make for themselves. */
function rankOf(address) {
  if (!isIPv4(address)) return 4;
  if (address.startsWith('192.168.')) return 0;
  if (address.startsWith('10.')) return 1;
  return /^172\.(1[6-9]|2\d|3[01])\./.test(address) ? 2 : 3;
}
