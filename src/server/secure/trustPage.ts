import { Hono } from 'hono';
import { secureHeaders } from 'hono/secure-headers';
import { knownHost, type Names } from '../names';

/** Where a phone fetches the certificate of the authority. */
export const AUTHORITY_PATH = '/lumbre.crt';

/**
 * What a phone opens first, over http: why it has to trust this laptop, the certificate, and where to go then.
 * @param address of the app over https.
 */
export function trustPage(authority: string, address: string, names: Names): Hono {
  const app = new Hono();
  app.use(knownHost(names));
  app.use(
    secureHeaders({
      contentSecurityPolicy: { defaultSrc: ["'none'"], styleSrc: ["'unsafe-inline'"] },
      strictTransportSecurity: false,
    }),
  );
  app.get(AUTHORITY_PATH, (context) =>
    context.body(authority, 200, {
      'Content-Type': 'application/x-x509-ca-cert',
      'Content-Disposition': 'attachment; filename="lumbre.crt"',
    }),
  );
  app.get('/', (context) => context.html(pageText(address)));
  return app;
}

function pageText(address: string): string {
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<title>Lumbre on this phone</title>
<style>
body { margin: 0 auto; max-width: 640px; padding: 24px 16px; font: 17px/1.5 sans-serif; background: #14100d; color: #f5ede4; }
a { color: #ff8a3d; display: inline-block; padding: 12px 0; font-weight: 600; }
li { margin: 0 0 16px; }
</style>
</head>
<body>
<h1>Lumbre on this phone</h1>
<p>A browser keeps a page for use without a network, keeps the screen awake and promises to keep data only over https.
This laptop has made a certificate of its own for that. Your phone does not know it yet.</p>
<ol>
<li><a href="${AUTHORITY_PATH}">Fetch the certificate</a></li>
<li>Android: Settings, search for “CA certificate”, install the file; the phone warns that whoever made it could read what you do: that is this laptop.<br>
iPhone: Settings, “Profile downloaded”, install; then General, About, Certificate Trust Settings, switch it on.</li>
<li><a href="${address}">Open Lumbre: ${address}</a></li>
</ol>
<p>Take the certificate away again in the same place when this laptop is no longer yours.</p>
</body>
</html>
`;
}
