export { CampaignList } from "./campaign/CampaignList";
