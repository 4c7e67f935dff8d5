// sign.mjs DOOR KEY INSTANT KEY=VALUE…: prints the signature of facts.
import { createHmac } from 'node:crypto';

export function sign(door, key, instant, facts) {
  const lines = Object.keys(facts).sort().map((name) => `${name}=${facts[name]}`);
  return createHmac('sha256', key).update([`${instant}.${door}`, ...lines].join('\n')).digest('hex');
}

const [door, key, instant, ...told] = process.argv.slice(2);
const facts = Object.fromEntries(told.map((fact) => [fact.slice(0, fact.indexOf('=')), fact.slice(fact.indexOf('=') + 1)]));
console.log(sign(door, key, instant, facts));
