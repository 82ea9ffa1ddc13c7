import Link from "next/link";

const PAGES = [
  { id: "shelf", href: "/", label: "Shelf" },
  { id: "rack", href: "/rack", label: "Rack" },
] as const;

/** The studio's name and its rooms. */
export function StudioNav({
  studioName,
  here,
}: {
  readonly studioName: string;
  readonly here: (typeof PAGES)[number]["id"];
}) {
  return (
    <>
      <p className="text-soft">{studioName}</p>
      <nav aria-label="Studio" className="flex gap-4">
        {PAGES.map(({ id, href, label }) => (
          <Link
            key={id}
            href={href}
            aria-current={id === here ? "page" : undefined}
            className="border-b-2 border-transparent text-soft hover:text-ink aria-[current]:border-madder aria-[current]:text-ink"
          >
            {label}
          </Link>
        ))}
      </nav>
    </>
  );
}
