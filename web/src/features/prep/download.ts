import { api, type PrepRequest, unwrap } from "@/api/client";

type Kind = "calendar" | "how-to";

const FILES = {
  calendar: { name: "before-the-heat.ics", type: "text/calendar" },
  "how-to": { name: "before-the-heat.jsonld", type: "application/ld+json" },
} as const;

/** Fetches the preparation as a file and hands it to the browser's own downloads. */
export async function download(kind: Kind, prep: PrepRequest, heatAt: string): Promise<void> {
  const body = { prep, heat_at: heatAt };
  const text =
    kind === "calendar"
      ? await unwrap(api.POST("/api/prep/calendar", { body, parseAs: "text" }))
      : await unwrap(api.POST("/api/prep/how-to", { body, parseAs: "text" }));
  const { name, type } = FILES[kind];
  const url = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement("a");
  link.href = url;
  link.download = name;
  link.click();
  URL.revokeObjectURL(url);
}
