import { chromium, type Browser } from "@playwright/test";
import config from "./playwright.config";

/** A browser whose microphone hears a sound file, over and over. */
export function openHearing(soundFile: string): Promise<Browser> {
  const launch = config.use?.launchOptions ?? {};
  return chromium.launch({
    ...launch,
    args: [
      ...(launch.args ?? []),
      "--use-fake-ui-for-media-stream",
      "--use-fake-device-for-media-stream",
      `--use-file-for-fake-audio-capture=${soundFile}`,
    ],
  });
}
