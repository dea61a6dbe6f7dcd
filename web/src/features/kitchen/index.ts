export { KitchenPage } from "./KitchenPage";
