import type { NextConfig } from "next";

const config: NextConfig = {
  // Tests build beside a running application, not over it.
  distDir: process.env["NEXT_DIST_DIR"] ?? ".next",
  poweredByHeader: false,
  devIndicators: false,
  serverExternalPackages: ["pg", "piscina", "pdfkit", "fontkit", "sharp", "vexflow"],
  headers: async () => [
    {
      source: "/:path*",
      headers: [
        { key: "X-Content-Type-Options", value: "nosniff" },
        { key: "X-Frame-Options", value: "DENY" },
        { key: "Referrer-Policy", value: "same-origin" },
      ],
    },
  ],
};

export default config;
