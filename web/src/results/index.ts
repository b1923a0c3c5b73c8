import "./results.css";
export { Results as default } from "./Results";
