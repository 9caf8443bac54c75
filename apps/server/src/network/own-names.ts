import { hostname, networkInterfaces } from 'node:os';
import { BlockList, isIPv4 } from 'node:net';

/** Networks that are somebody's own: nothing of them is reached from elsewhere. Sources: RFC 1918, RFC 4193, RFC 3927. */
export const OWN_NETWORKS = [
  '10.0.0.0/8',
  '172.16.0.0/12',
  '192.168.0.0/16',
  '169.254.0.0/16',
  '127.0.0.0/8',
  'fc00::/7',
  '::1/128',
] as const;

const own = new BlockList();
for (const network of OWN_NETWORKS) {
  const [address = '', prefix] = network.split('/');
  own.addSubnet(address, Number(prefix), isIPv4(address) ? 'ipv4' : 'ipv6');
}
export const isOwnNetwork = (address: string): boolean => own.check(address, isIPv4(address) ? 'ipv4' : 'ipv6');

/** Addresses of this computer in its networks, IPv4 first, as phones reach it. Not those of a link alone, which need its name. */
export function ownAddresses(): readonly string[] {
  const found = Object.values(networkInterfaces())
    .flatMap((some) => some ?? [])
    .filter(({ internal, address, scopeid }) => !internal && !scopeid && isOwnNetwork(address))
    .map(({ address }) => address);
  return [...new Set(found)].sort((a, b) => Number(isIPv4(b)) - Number(isIPv4(a)));
}

/** Names it goes by in its network. */
export function ownNames(): readonly string[] {
  const name = hostname().toLowerCase();
  if (!/^[a-z0-9][a-z0-9.-]{0,200}$/.test(name)) return [];
  return name.includes('.') ? [name] : [name, `${name}.local`];
}

/** As it stands in an address: IPv6 in brackets. */
export const inAddress = (host: string): string => (host.includes(':') ? `[${host}]` : host);
