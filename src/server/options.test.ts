import { readOptions } from './options';

/* Every option wrong once, each with a sentence that names it; and that an option counts before the environment. */

const read = (...args: string[]) => readOptions(args, {});

test.each([
  ['port', 'http'],
  ['port', '70000'],
  ['port', '80.5'],
  ['address', ' '],
  ['data', ''],
  ['public', 'gavirn.example'],
  ['public', 'ftp://gavirn.example'],
  ['metrics-port', '0'],
  ['metrics-address', ''],
  ['log', 'loud'],
  ['trust-proxy', 'yes'],
  ['trust-proxy', '-1'],
  ['most-shows', '0'],
  ['new-shows', 'many'],
  ['show-files', '-5'],
  ['all-files', ''],
  ['show-sessions', '0'],
  ['sleep-days', 'never'],
  ['brindle', 'brindle'],
  ['oxbow', 'oxbow.example:80'],
  ['tarn', '//tarn'],
  ['standins', '127.0.0.1'],
])('--%s %j is refused in a sentence that names it', (name, value) => {
  const sentence = new RegExp(`^--${name} takes .+; "${value.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}" is none\\.$`);
  expect(() => read(`--${name}=${value}`)).toThrow(sentence);
});

test.each([
  ['tls-cert', 'no such file', /^--tls-cert takes the path of a file/],
  ['tls-key', 'no such file', /^--tls-key takes the path of a file/],
  ['tls-cert', 'package.json', /^--tls-cert and --tls-key belong together/],
])('--%s %j: %s', (name, value, says) => {
  expect(() => read(`--${name}=${value}`)).toThrow(says);
});

test('what there is not, and what lacks its value', () => {
  expect(() => read('--prot', '80')).toThrow("Unknown option '--prot'");
  expect(() => read('--port')).toThrow(/--port/);
  expect(() => read('somewhere')).toThrow(/somewhere/);
});

test('by the environment, each by its own name; an option counts before it, and an empty one is none', () => {
  const env = {
    GAVIRN_PORT: '81',
    GAVIRN_TLS_CERT: '',
    GAVIRN_PUBLIC: 'https://gavirn.example/',
    GAVIRN_PRIVATE: 'yes',
  };
  expect(readOptions([], env)).toEqual({ port: 81, public: 'https://gavirn.example', private: true, demo: false });
  expect(readOptions(['--port', '82'], env).port).toBe(82);
  expect(() => readOptions([], { GAVIRN_SLEEP_DAYS: 'x' })).toThrow(/^GAVIRN_SLEEP_DAYS takes/);
  expect(() => readOptions([], { GAVIRN_DEMO: 'perhaps' })).toThrow('GAVIRN_DEMO takes 1 or 0');
});
