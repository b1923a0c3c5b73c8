export { CampaignList } from "./CampaignList";
