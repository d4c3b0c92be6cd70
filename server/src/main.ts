import { pino } from 'pino';
import { createApp } from './app.ts';
import { hostsIn } from './doors.ts';
import { warmHeavy } from './heavy/pool.ts';
import { drainPacks } from './services/packed-files.ts';
import { sweepFiles } from './services/care.ts';
import { findMissingWords } from './services/words.ts';
import { sweepUploads } from './services/receive.ts';
import { BUILT_PAGES } from './places.ts';
import { openDatabase } from './db/database.ts';

const logger = pino({ level: process.env.LOG_LEVEL ?? 'info' });
const host = process.env.HOST ?? '127.0.0.1';
const port = Number(process.env.PORT ?? 0);
const token = process.env.AMBER_TOKEN;
const url = process.env.DATABASE_URL;

if (!url) throw new Error('DATABASE_URL is not set; npm start sets it.');
if (!['127.0.0.1', 'localhost', '::1'].includes(host) && !token)
  throw new Error(
    `HOST is ${host}, which other machines can reach: set AMBER_TOKEN to a secret of your own, or leave HOST out.`,
  );

const database = await openDatabase(url, (cause) => logger.warn({ err: cause }, 'database connection lost')).catch(
  (cause: Error & { cause?: Error }) => {
    console.error(`The database does not answer: ${(cause.cause ?? cause).message}`);
    process.exit(4);
  },
);
const pages = process.env.PAGES ?? BUILT_PAGES;
const hosts = [host, ...hostsIn(process.env.AMBER_HOSTS)];
const server = createApp(database, { logger, pages, token, hosts }).listen(port, host, (cause?: Error) => {
  if (cause) {
    logger.fatal({ err: cause }, 'cannot listen');
    process.exit(3);
  }
  const address = server.address();
  const at = typeof address === 'object' && address ? address.port : port;
  // the parent process waits for this line
  console.log(`listening on http://${host}:${at}`);
});

// what one request left behind must not end the others
process.on('unhandledRejection', (cause) => logger.error({ err: cause }, 'left behind'));

// whoever opens a line and sends nothing holds it no longer than this; files say themselves when they stall
server.headersTimeout = 15_000;
server.requestTimeout = 15 * 60_000;
server.keepAliveTimeout = 10_000;
warmHeavy();
void sweepUploads().catch((cause: unknown) => logger.warn({ err: cause }, 'old uploads stay'));

void drainPacks(database.db).catch((cause: unknown) => logger.warn({ err: cause }, 'a pack is not taken over yet'));
void findMissingWords(database.db).catch((cause: unknown) =>
  logger.warn({ err: cause }, 'the words that brushes are found by are not all there'),
);

const SWEEP_MS = 6 * 3600 * 1000;
/** All states are read for it: not while a start has other things to do. */
const FIRST_SWEEP_MS = 10 * 60_000;
const sweep = () =>
  sweepFiles(database.db).then(
    (swept) => logger.info(swept, 'files that nothing names are freed'),
    (cause: unknown) => logger.warn({ err: cause }, 'files that nothing names could not be freed'),
  );
setInterval(() => void sweep(), SWEEP_MS).unref();
setTimeout(() => void sweep(), FIRST_SWEEP_MS).unref();

let closing = false;
const close = () => {
  if (closing) return;
  closing = true;
  server.close(() => void database.close().then(() => process.exit(0)));
  server.closeAllConnections();
};
process.on('SIGTERM', close);
process.on('SIGINT', close);
