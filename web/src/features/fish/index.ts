export { FishPage } from "./FishPage";
