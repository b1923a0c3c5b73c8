package app.tidewrack.practice.lead;

import java.util.List;
import lombok.RequiredArgsConstructor;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Leads and chat threads after a cursor, in the order they came. */
@RestController
@RequestMapping("/networks/{network}/accounts/{account}")
@RequiredArgsConstructor
class LeadController {
    private final LeadDesk desk;

    /** @param after the last {@code seq} already had, 0 for all; an empty answer is the end */
    @GetMapping("/leads")
    List<LeadDesk.Lead> leads(
            @PathVariable String network, @PathVariable String account, @RequestParam(defaultValue = "0") long after) {
        return desk.leadsAfter(network, account, after);
    }

    @GetMapping("/chats")
    List<LeadDesk.Conversation> chats(
            @PathVariable String network, @PathVariable String account, @RequestParam(defaultValue = "0") long after) {
        return desk.chatsAfter(network, account, after);
    }
}
