import { spawn, spawnSync } from "node:child_process";
import { connect, createServer } from "node:net";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

/** The checkout. */
export const ROOT = join(dirname(fileURLToPath(import.meta.url)), "../..");

/** Says what is going on, in one line. @param {string} text */
export function say(text) {
  process.stdout.write(`${text}\n`);
}

/** Ends the command with a message for people. @param {string} text @returns {never} */
export function giveUp(text) {
  process.stderr.write(`\n${text}\n`);
  process.exit(1);
}

/**
 * Runs a command to its end, its output shown.
 * @param {string} command @param {readonly string[]} args
 * @param {import("node:child_process").SpawnSyncOptions} [options]
 * @returns {boolean} whether it ended well
 */
export function run(command, args, options = {}) {
  const { status } = spawnSync(command, args, { cwd: ROOT, stdio: "inherit", ...options });
  return status === 0;
}

/**
 * Runs a command and gives back what it printed.
 * @param {string} command @param {readonly string[]} args
 * @param {import("node:child_process").SpawnSyncOptions} [options]
 */
export function ask(command, args, options = {}) {
  const { status, stdout, stderr } = spawnSync(command, args, {
    cwd: ROOT,
    encoding: "utf8",
    maxBuffer: 64 * 1024 * 1024,
    ...options,
  });
  return { ok: status === 0, out: String(stdout ?? ""), complaints: String(stderr ?? "") };
}

/**
 * Starts a long-running command.
 * @param {string} command @param {readonly string[]} args
 * @param {import("node:child_process").SpawnOptions} [options]
 */
export function start(command, args, options = {}) {
  return spawn(command, args, { cwd: ROOT, stdio: "inherit", ...options });
}

/**
 * Runs a command to its end while this process goes on answering others.
 * @param {string} command @param {readonly string[]} args
 * @param {import("node:child_process").SpawnOptions} [options]
 * @returns {Promise<boolean>} whether it ended well
 */
export function runToEnd(command, args, options = {}) {
  return new Promise((resolve) => {
    const child = start(command, args, options);
    child.once("error", () => resolve(false));
    child.once("exit", (code) => resolve(code === 0));
  });
}

/** A port of the loopback address that nobody listens on. @returns {Promise<number>} */
export function freePort() {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.once("error", reject);
    server.listen(0, "127.0.0.1", () => {
      const address = server.address();
      const port = typeof address === "object" && address ? address.port : 0;
      server.close(() => resolve(port));
    });
  });
}

/** @param {number} port @returns {Promise<boolean>} */
export function isFree(port) {
  return new Promise((resolve) => {
    const server = createServer();
    server.once("error", () => resolve(false));
    server.listen(port, "127.0.0.1", () => server.close(() => resolve(true)));
  });
}

/** Whether somebody takes connections on a loopback port. @param {number} port @returns {Promise<boolean>} */
export function answers(port) {
  return new Promise((resolve) => {
    const socket = connect({ port, host: "127.0.0.1", timeout: 1000 });
    const settle = (/** @type {boolean} */ isThere) => {
      socket.destroy();
      resolve(isThere);
    };
    socket.once("connect", () => settle(true));
    socket.once("error", () => settle(false));
    socket.once("timeout", () => settle(false));
  });
}

/** Waits until a page answers well. @param {string} url @param {number} seconds */
export async function waitFor(url, seconds) {
  const end = Date.now() + seconds * 1000;
  while (Date.now() < end) {
    const response = await fetch(url).catch(() => undefined);
    if (response?.ok) return true;
    await new Promise((resolve) => setTimeout(resolve, 150));
  }
  return false;
}
