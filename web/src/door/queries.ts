import { ask } from "../api/client";

export const doorQuery = ask.queryOptions("get", "/api/door", {}, { staleTime: Infinity });
