export { EntryPage } from "./EntryPage";
export { LogPage } from "./LogPage";
