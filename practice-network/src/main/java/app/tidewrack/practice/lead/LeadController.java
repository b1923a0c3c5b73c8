package app.tidewrack.practice.lead;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Leads and chat threads after a cursor, in the order they came. */
@RestController
@RequestMapping("/networks/{network}/accounts/{account}")
@RequiredArgsConstructor
class LeadController {
    private static final int MOST_AT_ONCE = 10_000;

    private final LeadDesk desk;

    /** @param after the last {@code seq} already had, 0 for all; an empty answer is the end */
    @GetMapping("/leads")
    List<LeadDesk.Lead> leads(
            @PathVariable String network, @PathVariable String account, @RequestParam(defaultValue = "0") long after) {
        return desk.leadsAfter(network, account, after);
    }

    /** Numbers of what is taken out. */
    record Erased(
            @Size(max = MOST_AT_ONCE) List<@NotNull Long> leads,
            @Size(max = MOST_AT_ONCE) List<@NotNull Long> chats) {}

    /** What is not there, or another account's, is left as it is. */
    @PostMapping("/leads/erased")
    void erase(@PathVariable String network, @PathVariable String account, @Valid @RequestBody Erased erased) {
        desk.erase(network, account, erased.leads(), erased.chats());
    }

    @GetMapping("/chats")
    List<LeadDesk.Conversation> chats(
            @PathVariable String network, @PathVariable String account, @RequestParam(defaultValue = "0") long after) {
        return desk.chatsAfter(network, account, after);
    }
}
