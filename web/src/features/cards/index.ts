export { CardsPage } from "./CardsPage";
