import { worker } from '../client';
import { downloadFile } from '../files';
import { sayProblem } from '../Toasts';

async function take(name: string, asked: Promise<string>): Promise<void> {
  try {
    downloadFile(name, await asked, 'application/json');
  } catch (error) {
    sayProblem(error);
  }
}

/** What was put aside of an app, as a file. */
export const takeAside = (appId: string): Promise<void> => take('put-aside.json', worker().api.takeAside(appId));

/** Everything that is stored of an app, as it is stored, as a file. */
export const takeRaw = (appId: string): Promise<void> => take('as-stored.json', worker().api.takeRaw(appId));
