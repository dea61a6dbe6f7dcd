import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { api, type PlanRequest, unwrap } from "@/api/client";

/** What to cook: a plan under a name, or a kept card. */
type Begun = { request: PlanRequest; name: string } | { card: number };

/** Begins a cook and goes to the stove. */
export function useBeginCook() {
  const client = useQueryClient();
  const navigate = useNavigate();
  return useMutation({
    mutationFn: (body: Begun) => unwrap(api.POST("/api/cooks", { body })),
    onSuccess: (cook) => {
      void client.invalidateQueries({ queryKey: ["cooks"] });
      void navigate(`/stove/${cook.id}`);
    },
  });
}
