import { randomBytes, scrypt as scryptCb, timingSafeEqual, type ScryptOptions } from 'node:crypto';

const COST = { N: 16384, r: 8, p: 1 } as const;

// `promisify` loses the overload with options.
const scrypt = (secret: string, salt: Buffer, length: number, options: ScryptOptions): Promise<Buffer> =>
  new Promise((resolve, reject) => scryptCb(secret, salt, length, options, (err, key) => (err ? reject(err) : resolve(key))));

/** "scrypt$N$r$p$salt$key", so that the cost can rise later without losing old hashes. */
export async function hashPin(pin: string): Promise<string> {
  const salt = randomBytes(16);
  const key = await scrypt(pin, salt, 32, COST);
  return ['scrypt', COST.N, COST.r, COST.p, salt.toString('base64'), key.toString('base64')].join('$');
}

export async function pinMatches(pin: string, stored: string): Promise<boolean> {
  const [name, n, r, p, salt, key] = stored.split('$');
  if (name !== 'scrypt' || !salt || !key) return false;
  const want = Buffer.from(key, 'base64');
  const got = await scrypt(pin, Buffer.from(salt, 'base64'), want.length, {
    N: Number(n),
    r: Number(r),
    p: Number(p),
  });
  return timingSafeEqual(want, got);
}
