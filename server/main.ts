import { join } from 'node:path';
import { makeServer } from './server';

const port = Number(process.env.PORT ?? 8734);
const folder = join(__dirname, '..', 'dist');

const server = makeServer(folder).listen(port, '127.0.0.1', () => {
  console.log(
    [
      `\nFern Shelf is ready. The demo app: http://localhost:${port}/demo\nThe`,
      `shelf:                      http://localhost:${port}/\n\nCtrl C stops it.`,
    ].join(' '),
  );
});
server.on('error', (error: NodeJS.ErrnoException) => {
  console.error(
    error.code === 'EADDRINUSE' ? `Port ${port} is taken. Choose another: PORT=8800 npm run demo` : error.message,
  );
  process.exit(1);
});
