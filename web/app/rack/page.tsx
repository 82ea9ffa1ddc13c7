import type { Metadata } from "next";
import { Rack } from "@/features/rack/rack";
import { withStudioOfPage } from "@/server/requests/with-studio";
import { contentsOf } from "@/server/studio-api";
import { PageHead } from "@/ui/page-head";
import { StudioNav } from "@/ui/studio-nav";
import { ThemeSwitch } from "@/ui/theme-switch";

export const metadata: Metadata = { title: "Rack" };
export const dynamic = "force-dynamic";

export default async function RackPage() {
  const { studio, rack } = await withStudioOfPage(contentsOf);
  return (
    <>
      <PageHead actions={<ThemeSwitch />}>
        <StudioNav studioName={studio.name} here="rack" />
      </PageHead>
      <main className="mx-auto min-w-[1000px] max-w-6xl px-6 py-8">
        <div className="border-b border-hairline pb-5">
          <h1 className="font-serif text-4xl">Rack</h1>
          <p className="text-soft">
            The instruments of the studio. A song takes one in hand and keeps its own copy.
          </p>
        </div>
        <Rack stored={rack} style={studio.style} />
      </main>
    </>
  );
}
