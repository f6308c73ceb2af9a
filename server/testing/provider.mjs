// A small place where an organisation signs in (OpenID Connect), for the tests: it runs by itself and takes any name. The first line it
// writes is its address.
import { createServer } from 'node:http';
import { Provider } from 'oidc-provider';

const [client, secret] = process.argv.slice(2);
const server = createServer();
server.listen(0, '127.0.0.1', () => {
  const issuer = `http://127.0.0.1:${server.address().port}`;
  const provider = new Provider(issuer, {
    clients: [
      {
        client_id: client,
        client_secret: secret,
        // A client of this machine may come back to any port of it (RFC 8252, 7.3).
        application_type: 'native',
        redirect_uris: ['http://127.0.0.1/api/v1/session/provider/back'],
        response_types: ['code'],
        grant_types: ['authorization_code'],
      },
    ],
    findAccount: (_context, sub) => ({ accountId: sub, claims: async () => ({ sub }) }),
    pkce: { required: () => true },
    cookies: { keys: ['only for tests'] },
  });
  server.on('request', provider.callback());
  process.stdout.write(`${issuer}\n`);
});
