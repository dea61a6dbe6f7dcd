export { LadderPage } from "./LadderPage";
