import http from 'node:http';

/**
 * One address before several servers: each request goes to the next of them, as behind a proxy that remembers nobody.
 * @param addresses where the servers listen
 */
export function startFront(addresses) {
  let turn = 0;
  const agent = new http.Agent({ keepAlive: true });
  const front = http.createServer((req, res) => {
    const to = new URL(addresses[turn++ % addresses.length]);
    const asked = http.request(
      { host: to.hostname, port: to.port, method: req.method, path: req.url, headers: req.headers, agent },
      (answer) => {
        res.writeHead(answer.statusCode, answer.rawHeaders);
        res.flushHeaders();
        answer.pipe(res);
        answer.on('error', () => res.destroy());
      },
    );
    asked.on('error', () => res.destroy());
    // A browser that goes away ends its stream at the server too.
    res.on('close', () => asked.destroy());
    req.pipe(asked);
  });
  return new Promise((resolve) => {
    front.listen(0, '127.0.0.1', () =>
      resolve({
        address: `http://127.0.0.1:${front.address().port}`,
        stop() {
          front.closeAllConnections();
          front.close();
          agent.destroy();
        },
      }),
    );
  });
}
