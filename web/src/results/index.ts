import "./results.css";
export { Report } from "./Report";
export { Results as default } from "./Results";
