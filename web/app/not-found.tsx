import Link from "next/link";
import { buttonLook } from "@/ui/button";
import { Notice } from "@/ui/notice";
import { PageHead } from "@/ui/page-head";

export default function NotFound() {
  return (
    <>
      <PageHead>
        <span />
      </PageHead>
      <main>
        <Notice
          title="There is nothing here"
          actions={
            <Link href="/" className={buttonLook("main")}>
              To the shelf
            </Link>
          }
        >
          Your studio has no song at this address. It may have been typed wrongly, or belong to
          somebody else.
        </Notice>
      </main>
    </>
  );
}
