import { homedir } from 'node:os';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { isIP } from 'node:net';
import Joi, { type CustomValidator } from 'joi';

/** What the stand-in for a manometer is to find: Pa, m³/s, m². */
export interface HiddenTruth {
  readonly sealedSuction: number;
  readonly freeFlow: number;
  readonly leakArea: number;
}

export interface Config {
  readonly kind: 'own' | 'demo';
  readonly port: number;
  /** Folder that holds the database and the request log. */
  readonly dataFolder: string;
  readonly database: string;
  readonly webFolder: string;
  /** Tiles for under the map; off unless their address is set. */
  readonly tiles: { readonly address: string; readonly credit: string } | null;
  /** Whose year it is: seasons are calendar years in the north, July to June in the south. */
  readonly hemisphere: 'N' | 'S';
  /** What the simulated manometer is to find, for whoever tests it; else it is made from the rig. */
  readonly simulated: HiddenTruth | null;
  /** Members, their devices and invitations: beside the records, and in no backup. */
  readonly membersFile: string;
  readonly network: NetworkConfig;
}
/** How the program is reached from other devices. */
export interface NetworkConfig {
  readonly securePort: number;
  /** Addresses to listen at with HTTPS from the start; `null`: only when it is switched on in Settings, at those found. */
  readonly listen: readonly string[] | null;
  readonly files: { readonly cert: string; readonly key: string } | null;
  readonly names: readonly string[];
  /** Addresses of a proxy in front whose word is taken. */
  readonly proxies: readonly string[];
  readonly publicAddress: string | null;
}

const DEFAULT_PORT = 8147;
const DEFAULT_SECURE_PORT = 8148;
/** Folder of the checkout, seen from the compiled or the source file alike. */
const projectFolder = fileURLToPath(new URL('../../../../', import.meta.url));

interface Environment {
  readonly YEWRIDGE_PORT: number;
  readonly YEWRIDGE_DATA: string;
  readonly YEWRIDGE_DEMO_DATA: string;
  readonly YEWRIDGE_HEMISPHERE: 'N' | 'S';
  readonly YEWRIDGE_TILES?: string;
  readonly YEWRIDGE_TILES_CREDIT: string;
  readonly YEWRIDGE_SIMULATED_MANOMETER?: string;
  readonly YEWRIDGE_HTTPS_PORT: number;
  readonly YEWRIDGE_LISTEN?: string;
  readonly YEWRIDGE_CERT?: string;
  readonly YEWRIDGE_KEY?: string;
  readonly YEWRIDGE_NAMES: string;
  readonly YEWRIDGE_TRUST_PROXY?: string;
  readonly YEWRIDGE_PUBLIC?: string;
}

const listed = (text: string): readonly string[] =>
  text
    .split(',')
    .map((one) => one.trim())
    .filter((one) => one !== '');
/** A list of addresses, of each its number and not a name. */
const addresses: CustomValidator<string> = (text, helpers) =>
  listed(text).length > 0 && listed(text).every((one) => isIP(one.replace(/\/\d{1,3}$/, '')) !== 0)
    ? text
    : helpers.error('any.invalid');
const ADDRESSES = { 'any.invalid': '{{#label}} must be addresses like 192.168.1.20, parted by commas' };

const environmentSchema = Joi.object<Environment, true>({
  YEWRIDGE_PORT: Joi.number().port().default(DEFAULT_PORT),
  YEWRIDGE_DATA: Joi.string().min(1).default(join(homedir(), 'Yewridge')),
  YEWRIDGE_DEMO_DATA: Joi.string().min(1).default(join(projectFolder, '.demo')),
  YEWRIDGE_HEMISPHERE: Joi.string().valid('N', 'S').default('N'),
  YEWRIDGE_TILES: Joi.string()
    .max(500)
    .pattern(
      /^https?:\/\/[\w.-]+(:\d+)?\/(?=.*\{z\})(?=.*\{x\})(?=.*\{y\})[\w./{}?=&%~+-]*$/,
      'an address with {z}, {x} and {y} in it',
    ),
  YEWRIDGE_TILES_CREDIT: Joi.string().max(200).allow('').default(''),
  YEWRIDGE_SIMULATED_MANOMETER: Joi.string().pattern(
    /^\d+(\.\d+)?,0\.\d+,0\.\d+$/,
    'sealed suction in Pa, free flow in m3/s, leak in m2',
  ),
  YEWRIDGE_HTTPS_PORT: Joi.number().port().default(DEFAULT_SECURE_PORT),
  YEWRIDGE_LISTEN: Joi.string().custom(addresses).messages(ADDRESSES),
  YEWRIDGE_CERT: Joi.string().min(1),
  YEWRIDGE_KEY: Joi.string().min(1),
  YEWRIDGE_NAMES: Joi.string()
    .lowercase()
    .pattern(/^[a-z0-9.,\s-]*$/, 'names of this computer, parted by commas')
    .allow('')
    .default(''),
  YEWRIDGE_TRUST_PROXY: Joi.string().custom(addresses).messages(ADDRESSES),
  YEWRIDGE_PUBLIC: Joi.string().uri({ scheme: 'https' }),
})
  .and('YEWRIDGE_CERT', 'YEWRIDGE_KEY')
  // Whose word is taken without knowing for which address would open the door to any name.
  .and('YEWRIDGE_TRUST_PROXY', 'YEWRIDGE_PUBLIC');

function networkOf(value: Environment): NetworkConfig {
  const { YEWRIDGE_CERT: cert, YEWRIDGE_KEY: key } = value;
  return {
    securePort: value.YEWRIDGE_HTTPS_PORT,
    listen: value.YEWRIDGE_LISTEN === undefined ? null : listed(value.YEWRIDGE_LISTEN),
    files: cert === undefined || key === undefined ? null : { cert: resolve(cert), key: resolve(key) },
    names: listed(value.YEWRIDGE_NAMES.toLowerCase()),
    proxies: listed(value.YEWRIDGE_TRUST_PROXY ?? ''),
    publicAddress: value.YEWRIDGE_PUBLIC ?? null,
  };
}

function truthOf(text: string | undefined): HiddenTruth | null {
  const [sealedSuction, freeFlow, leakArea] = (text ?? '').split(',').map(Number);
  if (sealedSuction === undefined || freeFlow === undefined || leakArea === undefined) return null;
  return { sealedSuction, freeFlow, leakArea };
}

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
    hemisphere: demo ? 'N' : value.YEWRIDGE_HEMISPHERE,
    tiles:
      value.YEWRIDGE_TILES === undefined
        ? null
        : { address: value.YEWRIDGE_TILES, credit: value.YEWRIDGE_TILES_CREDIT },
    membersFile: join(dataFolder, 'members.sqlite'),
    network: networkOf(value),
    simulated: truthOf(value.YEWRIDGE_SIMULATED_MANOMETER),
    webFolder: join(projectFolder, 'apps/web/dist/web/browser'),
  };
}
