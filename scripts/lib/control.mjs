import { createServer } from "node:http";

/**
 * Lets browser tests stop, start and kill the database under the application: POST /stop, /start, /kill.
 * @param {import("./cluster.mjs").Cluster} cluster @returns {Promise<string>} its address, on loopback
 */
export function controlDatabase(cluster) {
  const server = createServer((request, response) => {
    if (request.method !== "POST") response.statusCode = 405;
    else if (request.url === "/stop") response.statusCode = cluster.pause() ? 204 : 500;
    else if (request.url === "/start") response.statusCode = cluster.resume() ? 204 : 500;
    else if (request.url === "/kill") response.statusCode = cluster.kill() ? 204 : 500;
    else response.statusCode = 404;
    response.end();
  });
  server.unref();
  return new Promise((resolve) => {
    server.listen(0, "127.0.0.1", () => {
      const address = server.address();
      resolve(`http://127.0.0.1:${typeof address === "object" && address ? address.port : 0}`);
    });
  });
}
