import Link from 'next/link';
import { Threshold } from './Threshold';
import styles from './People.module.css';

/** How a device is told to trust this house, and what does not work until it does. */
export function Trust({ fingerprint }: { fingerprint: string | undefined }) {
  return (
    <Threshold
      says={fingerprint === undefined ? 'This house answers on its own machine alone.' : 'Let this device trust the house.'}
    >
      <article className={styles.told}>
        {fingerprint === undefined ? (
          <>
            <p>
              There is nothing to trust here yet. <code>./immulgo start --lan</code> lets other devices in, once
              somebody owns the house.
            </p>
          </>
        ) : (
          <>
            <p>
              What goes between the two is encrypted either way. But the certificate was made on the house’s own
              machine, so a browser does not know it until it is told. Without that everything works but two
              things: <strong>the screen does not stay awake</strong> on a make day, and{' '}
              <strong>nothing opens while the house is away</strong>.
            </p>
            <p>
              <a href="/api/certificate" download>
                Take the certificate
              </a>
              , and compare what the device shows of it (SHA-256) with what the machine printed when it started:
            </p>
            <p>
              <code className={styles.print}>{fingerprint}</code>
            </p>
            <h2>Then</h2>
            <dl>
              <dt>iPhone, iPad</dt>
              <dd>
                Open the file; Settings → Profile downloaded → Install; then Settings → General → About →
                Certificate trust settings, and switch it on.
              </dd>
              <dt>Android</dt>
              <dd>
                Settings, search for “CA certificate”, choose Install anyway, and pick the file.
              </dd>
              <dt>Windows</dt>
              <dd>Open the file → Install → Local machine → Trusted root certification authorities.</dd>
              <dt>macOS</dt>
              <dd>Open the file in Keychain access, open it there, and set Trust to Always.</dd>
              <dt>Linux, Firefox</dt>
              <dd>Settings → Certificates → Authorities → Import, for web sites.</dd>
            </dl>
            <p>
              Whoever has the machine’s own key could pretend to be other sites to this device. It is kept for the
              machine’s administrator alone; take the certificate away again from a device that leaves.
            </p>
            <p>
              <Link href="/">To the dairy</Link>
            </p>
          </>
        )}
      </article>
    </Threshold>
  );
} // prettier-ignore
