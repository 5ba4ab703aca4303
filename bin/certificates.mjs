import { X509Certificate } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { isIP } from 'node:net';
import { join } from 'node:path';

const DAY = 24 * 60 * 60 * 1000;
/** How long the authority is trusted, and how long a certificate that it signed: browsers refuse longer ones. */
const AUTHORITY_LASTS = 10 * 365 * DAY;
const CERTIFICATE_LASTS = 365 * DAY;
/** A certificate that ends sooner than this is made anew. */
const RENEWED_BEFORE = 30 * DAY;

/**
 * The certificate for the addresses of this machine, signed by an authority of its own. The authority is made once and
 * kept in the data folder: a device that trusts it goes on to when addresses change.
 *
 * @param {string} data the data folder
 * @param {string[]} addresses names and numbers under which the machine is reached
 * @returns {Promise<{ cert: string, key: string, authority: string }>} in PEM
 */
export async function certificateFor(data, addresses) {
  const folder = join(data, 'certificates');
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const authority = await kept(folder, 'authority', () => true, newAuthority);
  const names = [...new Set(['localhost', '127.0.0.1', ...addresses])];
  const fits = (certificate) => names.every((name) => covers(certificate, name));
  const own = await kept(folder, 'corvat', fits, () => newCertificate(authority, names));
  return { ...own, authority: authority.cert };
}

/** A pair of key and certificate as it lies in the folder, or a new one when it ends soon or does not fit. */
async function kept(folder, name, fits, make) {
  const [certFile, keyFile] = [join(folder, `${name}.crt`), join(folder, `${name}.key`)];
  if (existsSync(certFile) && existsSync(keyFile)) {
    const pair = { cert: readFileSync(certFile, 'utf8'), key: readFileSync(keyFile, 'utf8') };
    const certificate = new X509Certificate(pair.cert);
    const ends = Date.parse(certificate.validTo);
    if (ends > Date.now() + RENEWED_BEFORE && fits(certificate)) return pair;
  }
  const { cert, private: key } = await make();
  // The certificate last: one without its key would be taken for whole.
  write(keyFile, key);
  write(certFile, cert);
  return { cert, key };
}

function write(file, text) {
  writeFileSync(`${file}.new`, text, { mode: 0o600 });
  renameSync(`${file}.new`, file);
}

async function newAuthority() {
  const { generate } = await import('selfsigned');
  return generate([{ name: 'commonName', value: 'Corvat of this team' }], {
    ...lasting(AUTHORITY_LASTS),
    extensions: [
      { name: 'basicConstraints', cA: true, pathLenConstraint: 0, critical: true },
      { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true },
    ],
  });
}

async function newCertificate(authority, names) {
  const { generate } = await import('selfsigned');
  return generate([{ name: 'commonName', value: 'Corvat' }], {
    ...lasting(CERTIFICATE_LASTS),
    ca: { key: authority.key, cert: authority.cert },
    extensions: [
      { name: 'basicConstraints', cA: false, critical: true },
      { name: 'keyUsage', digitalSignature: true, critical: true },
      { name: 'extKeyUsage', serverAuth: true },
      {
        name: 'subjectAltName',
        altNames: names.map((name) =>
          isIP(name) === 0 ? { type: 2, value: name } : { type: 7, ip: name },
        ),
      },
    ],
  });
}

/** From yesterday on, because the clocks of devices differ. */
function lasting(milliseconds) {
  const from = Date.now() - DAY;
  return {
    keyType: 'ec',
    algorithm: 'sha256',
    notBeforeDate: new Date(from),
    notAfterDate: new Date(from + milliseconds),
  };
}

function covers(certificate, name) {
  return isIP(name) === 0
    ? certificate.checkHost(name) !== undefined
    : certificate.checkIP(name) !== undefined;
}
