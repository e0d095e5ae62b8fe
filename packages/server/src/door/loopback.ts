import { BlockList, isIP } from 'node:net';

const own = new BlockList();
own.addSubnet('127.0.0.0', 8, 'ipv4');
own.addAddress('::1', 'ipv6');
// An IPv4 caller on a socket that speaks both.
own.addSubnet('::ffff:127.0.0.0', 104, 'ipv6');

/** True for an address of this machine itself, as a socket tells it. Nothing that a caller writes says as much. */
export function isLoopback(address: string | undefined): boolean {
  if (address === 'localhost') return true;
  const family = isIP(address ?? '');
  return family !== 0 && own.check(address!, family === 4 ? 'ipv4' : 'ipv6');
}
