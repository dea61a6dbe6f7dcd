import { queryOptions, useMutation, useQueryClient } from "@tanstack/react-query";
import {
  api,
  type LogEntry,
  type NextTime,
  type PlanRequest,
  type Remark,
  unwrap,
} from "@/api/client";
import { changeSeen, differing } from "./conflict";

/** What earlier cooks of the same kind of thing say about a plan. */
export const nextTimeQuery = (request: PlanRequest, isSettled: boolean) =>
  queryOptions<NextTime>({
    queryKey: ["next-time", request],
    queryFn: () => unwrap(api.POST("/api/log/next-time", { body: request })),
    enabled: isSettled,
    gcTime: 30_000,
  });

/** A remark in words, field by field. */
const FIELDS: readonly (readonly [string, (remark: Remark) => string])[] = [
  ["How it came out", (r) => r.verdict ?? ""],
  ["By how much", (r) => (r.by_s == null ? "" : `${r.by_s} s`)],
  ["What was wrong", (r) => (r.faults ?? []).join(", ")],
  ["Real thickness", (r) => (r.real_thickness_mm == null ? "" : `${r.real_thickness_mm} mm`)],
  ["Bought from", (r) => r.source ?? ""],
  ["Price a kilo", (r) => (r.price_kg == null ? "" : String(r.price_kg))],
  ["Note", (r) => r.note ?? ""],
];

interface Said {
  id: number;
  remark: Remark;
  /** The entry as this device saw it; none where it was served a moment ago. */
  seen?: LogEntry | undefined;
}

/** Says how a cook came out, on the entry that was seen. */
async function putRemark({ id, remark, seen }: Said): Promise<LogEntry> {
  const path = { id };
  const base = seen ?? (await unwrap(api.GET("/api/log/{id}", { params: { path } })));
  return changeSeen<LogEntry>({
    title: "Two devices said how it came out",
    revision: base.revision,
    put: (ifMatch) =>
      unwrap(
        api.PUT("/api/log/{id}/remark", {
          params: { path, header: { "If-Match": ifMatch } },
          body: remark,
        }),
      ),
    fields: (theirs) =>
      FIELDS.flatMap(([label, of]) => differing(label, of(remark), of(theirs.entry.remark))),
  });
}

/** What the log changes: the log itself, what is learnt of it, what it says of plans. */
const TOUCHED = ["log", "calibrations", "next-time"];

/** Keeps a cook that is told afterwards, or says how one came out. */
export function useLogChanges() {
  const client = useQueryClient();
  const onSuccess = () => {
    for (const key of TOUCHED) void client.invalidateQueries({ queryKey: [key] });
  };
  const path = (id: number) => ({ params: { path: { id } } });
  return {
    add: useMutation({
      mutationFn: (body: { request: PlanRequest; name: string; remark: Remark }) =>
        unwrap(api.POST("/api/log", { body })),
      onSuccess,
    }),
    remark: useMutation({ mutationFn: putRemark, onSuccess }),
    remove: useMutation({
      mutationFn: (id: number) => unwrap(api.DELETE("/api/log/{id}", path(id))),
      onSuccess,
    }),
    restore: useMutation({
      mutationFn: (id: number) => unwrap(api.POST("/api/log/{id}/restore", path(id))),
      onSuccess,
    }),
  };
}
