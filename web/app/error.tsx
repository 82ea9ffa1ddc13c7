"use client";

import Link from "next/link";
import { Button, buttonLook } from "@/ui/button";
import { Notice } from "@/ui/notice";
import { PageHead } from "@/ui/page-head";

export default function ErrorPage({ reset }: { readonly reset: () => void }) {
  return (
    <>
      <PageHead>
        <span />
      </PageHead>
      <main>
        <Notice
          title="This page could not be loaded"
          actions={
            <>
              <Button look="main" onClick={reset}>
                Try again
              </Button>
              <Link href="/" className={buttonLook()}>
                To the shelf
              </Link>
            </>
          }
        >
          The server or its database does not answer just now. What you wrote in this browser is
          still here and is saved when it is back.
        </Notice>
      </main>
    </>
  );
}
