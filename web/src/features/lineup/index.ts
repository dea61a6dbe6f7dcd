export { LineUpPage } from "./LineUpPage";
