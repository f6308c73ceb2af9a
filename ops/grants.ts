// npm run grants -- --user NAME [--host HOST] [--database NAME]: prints what an account needs to run the service, to be given to it by
// whoever owns the database.
import { parseArgs } from 'node:util';
import { grantsFor } from '../server/db/grants';

try {
  const { values } = parseArgs({
    options: { user: { type: 'string' }, host: { type: 'string', default: '127.0.0.1' }, database: { type: 'string', default: 'dendrix' } },
  });
  if (!values.user) throw new Error('Name the account: npm run grants -- --user dendrix_service');
  console.log(grantsFor(values.database, values.user, values.host).join('\n'));
} catch (error) {
  console.error((error as Error).message);
  process.exit(2);
}
