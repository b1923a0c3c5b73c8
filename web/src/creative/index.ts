export { CreativeScreen as default } from "./CreativeScreen";
