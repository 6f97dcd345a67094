// Two nodes on one database behind nginx, set up as docs/hosting.md has it: its own example is what runs here.
import { execFileSync, spawn } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { root, temporary } from './lib.mjs';

const nginx = '/usr/sbin/nginx';
const ports = [5981, 5982];

/** The example, on ports and with a certificate of this machine; a part that is not in it has been renamed there. */
function configuration(folder, port) {
  const example = /```nginx\n([\s\S]+?)```/.exec(readFileSync(path.join(root, 'docs/hosting.md'), 'utf8'))[1];
  const put = (text, from, to) => {
    if (!text.includes(from)) throw new Error(`docs/hosting.md has no “${from}” in its example`);
    return text.replaceAll(from, to);
  };
  execFileSync(
    'openssl',
    [
      'req',
      '-x509',
      '-newkey',
      'ec',
      '-pkeyopt',
      'ec_paramgen_curve:prime256v1',
      '-nodes',
      '-days',
      '2',
      '-subj',
      '/CN=app.agency.example',
    ].concat(['-keyout', path.join(folder, 'agency.key'), '-out', path.join(folder, 'agency.crt')]),
    { stdio: 'ignore' },
  );
  let server = put(example, 'listen 443 ssl', `listen 127.0.0.1:${port} ssl`);
  server = put(server, '/etc/ssl/agency', path.join(folder, 'agency'));
  ['127.0.0.1:5081', '127.0.0.1:5082'].forEach((node, i) => (server = put(server, node, `127.0.0.1:${ports[i]}`)));
  const kept = ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi'].map((k) => `${k}_temp_path ${folder}/${k};`).join('\n');
  return `daemon off; pid ${folder}/pid; error_log ${folder}/error.log;\nevents {}\nhttp {\naccess_log off;\n${kept}\n${server}}\n`;
}

/** Starts both and nginx. `next` kills one of them, the other one each time, as soon as its fellow answers, and starts it again. */
export async function startNodes(app) {
  const folder = temporary('nginx');
  const port = 5983;
  const env = {
    TrustedProxies: '127.0.0.1',
    PublicScheme: 'https',
    PublicPort: String(port),
    AppHosts: 'app.agency.example',
    SitesHost: 'sites.agency.example',
    // One mail server for all: that of the application the other stages use.
    Smtp__Host: '127.0.0.1',
  };
  const start = (i) => app.spawn(`http://127.0.0.1:${ports[i]}`, env);
  const ready = async (i) => {
    for (let n = 0; n < 400; n++) {
      if (
        await fetch(`http://127.0.0.1:${ports[i]}/health/ready`)
          .then((r) => r.ok)
          .catch(() => false)
      )
        return;
      await new Promise((r) => setTimeout(r, 100));
    }
    throw new Error(`node ${i} does not become ready`);
  };
  const nodes = [start(0), start(1)];
  const file = path.join(folder, 'nginx.conf');
  writeFileSync(file, configuration(folder, port));
  const front = spawn(nginx, ['-p', folder, '-c', file], { stdio: 'inherit' });
  await Promise.all([ready(0), ready(1)]);
  let turn = 0;
  return {
    base: `https://app.agency.example:${port}`,
    port,
    sites: 'sites.agency.example',
    next: async () => {
      const [gone, stays] = [turn % 2, (turn + 1) % 2];
      await ready(stays);
      const ended = new Promise((done) => nodes[gone].once('exit', done));
      nodes[gone].kill('SIGKILL');
      await ended;
      nodes[gone] = start(gone);
      turn++;
    },
    stop: () => [...nodes, front].forEach((p) => p.kill('SIGTERM')),
  };
}
