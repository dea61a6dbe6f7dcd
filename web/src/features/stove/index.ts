export { StovePage } from "./StovePage";
