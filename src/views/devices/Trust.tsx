import styles from './DevicesView.module.css';
import { say } from '../../core/language/say.ts';
import { sayWith } from '../../ui/sayWith.ts';

/** How devices come to know this Corvat, so that they do not warn of it. */
export function Trust({ address }: { address: string }) {
  return (
    <details className={styles['trust']}>
      <summary>{say`The device warns that the connection is not private`}</summary>
      <p>{say`It does not know this Corvat yet. What passes is secret all the same; but a phone keeps sheets for a table without a connection, and lends its camera, only when it trusts the certificate. Ask the adult in charge of the device first.`}</p>
      <ol>
        <li>{sayWith`On the device, open ${(<code>{`${address}/pair/authority.crt`}</code>)}, and go on past the warning. (${(<a href="/pair/authority.crt">{say`The same file here`}</a>)}, to be sent to it.)`}</li>
        <li>{say`Phones and tablets that ask whether to allow a profile: allow it, install it in the settings under “profile downloaded”, and then switch on full trust for it, in the settings under certificate trust.`}</li>
        <li>{say`Phones and tablets that do not ask: in the settings, search for “certificate”, choose to install a CA certificate, and pick the file.`}</li>
        <li>{say`Laptops: open the file, and put it among the trusted root certification authorities (or, where keys hang on a chain, set it to “always trust”).`}</li>
        <li>{say`Browsers with certificates of their own: in their settings, search for “certificates”, import the file under “authorities”, and trust it for websites.`}</li>
      </ol>
      <p>{say`The certificate was made on this machine, for this Corvat alone, and its key never leaves the data folder. Take it off a device that the team gives away.`}</p>
    </details>
  );
}
