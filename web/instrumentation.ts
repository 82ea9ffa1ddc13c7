/** Run once when the server starts. */
export async function register(): Promise<void> {
  if (process.env["NEXT_RUNTIME"] !== "nodejs" || !process.env["DATABASE_URL"]) return;
  const { database } = await import("@/server/database");
  const { bringRowsUpToDateSoon } = await import("@/server/songs/difficulties");
  bringRowsUpToDateSoon(database(), 1000);
}
