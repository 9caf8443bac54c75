import { homedir } from 'node:os';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import Joi from 'joi';

export interface Config {
  readonly kind: 'own' | 'demo';
  readonly port: number;
  /** Folder that holds the database and the request log. */
  readonly dataFolder: string;
  readonly database: string;
  readonly webFolder: string;
}

const DEFAULT_PORT = 8147;
/** Folder of the checkout, seen from the compiled or the source file alike. */
const projectFolder = fileURLToPath(new URL('../../../../', import.meta.url));

interface Environment {
  readonly YEWRIDGE_PORT: number;
  readonly YEWRIDGE_DATA: string;
  readonly YEWRIDGE_DEMO_DATA: string;
}

const environmentSchema = Joi.object<Environment, true>({
  YEWRIDGE_PORT: Joi.number().port().default(DEFAULT_PORT),
  YEWRIDGE_DATA: Joi.string().min(1).default(join(homedir(), 'Yewridge')),
  YEWRIDGE_DEMO_DATA: Joi.string().min(1).default(join(projectFolder, '.demo')),
});

/**
 * Reads and checks everything that can be set from outside; nothing else reads the environment.
 * @throws Error with a sentence that names the setting.
 */
export function readConfig(argv: readonly string[], environment: Readonly<Record<string, string | undefined>>): Config {
  const given = Object.fromEntries(Object.entries(environment).filter(([key]) => key.startsWith('YEWRIDGE_')));
  const checked = environmentSchema.validate(given, { abortEarly: false });
  if (checked.error) throw new Error(`The settings cannot be used: ${checked.error.message}`);
  const { value } = checked;
  const demo = argv.includes('--demo');
  const dataFolder = resolve(demo ? value.YEWRIDGE_DEMO_DATA : value.YEWRIDGE_DATA);
  return {
    kind: demo ? 'demo' : 'own',
    port: value.YEWRIDGE_PORT,
    dataFolder,
    database: join(dataFolder, demo ? 'vellmark-demo.sqlite' : 'yewridge.sqlite'),
    webFolder: join(projectFolder, 'apps/web/dist/web/browser'),
  };
}
