import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Camera, Trash2 } from "lucide-react";
import { useRef } from "react";
import { api, type LogEntry, unwrap } from "@/api/client";

/** Bytes of a file as base64. */
async function base64Of(file: File): Promise<string> {
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => {
      const text = typeof reader.result === "string" ? reader.result : "";
      resolve(text.slice(text.indexOf(",") + 1));
    };
    reader.onerror = () => {
      reject(reader.error ?? new Error("The file cannot be read"));
    };
    reader.readAsDataURL(file);
  });
}

/** The photo of a cook: taken or chosen, and taken away. */
export function Photo({ entry, name }: { entry: LogEntry; name: string }) {
  const { id, has_photo: hasPhoto, revision } = entry;
  const client = useQueryClient();
  const chooser = useRef<HTMLInputElement>(null);
  const path = { params: { path: { id } } };
  const onSuccess = () => client.invalidateQueries({ queryKey: ["log"] });
  const put = useMutation({
    mutationFn: async (file: File) =>
      unwrap(
        api.PUT("/api/log/{id}/photo", {
          params: { path: { id }, header: { "If-Match": `"${revision}"` } },
          body: { image: await base64Of(file) },
        }),
      ),
    onSuccess,
  });
  const remove = useMutation({
    mutationFn: () => unwrap(api.DELETE("/api/log/{id}/photo", path)),
    onSuccess,
  });
  return (
    <div className="mt-4 grid justify-items-start gap-2">
      {hasPhoto && (
        <img
          className="max-h-72 rounded-box border border-base-300"
          // A new one is another picture.
          src={`/api/log/${id}/photo?${put.submittedAt}`}
          alt={`${name}, cut open or on its plate`}
        />
      )}
      {put.error && (
        <p role="alert" className="text-error">
          {put.error.fields[0]?.message ?? put.error.message}. Allowed are JPEG and PNG up to 8 MB.
        </p>
      )}
      <div className="flex gap-2">
        <button
          type="button"
          className="btn min-h-11"
          disabled={put.isPending}
          onClick={() => chooser.current?.click()}
        >
          <Camera aria-hidden className="size-4" />
          {hasPhoto ? "Another photo" : "Add a photo"}
        </button>
        {hasPhoto && (
          <button
            type="button"
            className="btn btn-ghost min-h-11"
            onClick={() => {
              remove.mutate();
            }}
          >
            <Trash2 aria-hidden className="size-4" />
            Take the photo away
          </button>
        )}
      </div>
      <input
        ref={chooser}
        type="file"
        accept="image/jpeg,image/png"
        className="hidden"
        aria-label="Photo"
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) put.mutate(file);
          event.target.value = "";
        }}
      />
    </div>
  );
}
