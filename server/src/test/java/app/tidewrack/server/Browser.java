package app.tidewrack.server;

import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.request;

import app.tidewrack.server.Scene.Answer;
import jakarta.servlet.http.Cookie;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import lombok.RequiredArgsConstructor;
import org.springframework.http.HttpMethod;
import org.springframework.http.MediaType;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;
import tools.jackson.databind.json.JsonMapper;

/** Keeps cookies, as a browser does. */
@RequiredArgsConstructor
final class Browser {
    private final MockMvc mvc;
    private final JsonMapper json;
    private final Map<String, Cookie> cookies = new HashMap<>(Map.of("XSRF-TOKEN", new Cookie("XSRF-TOKEN", "t")));

    Answer call(HttpMethod method, String path, Object body) throws Exception {
        MockHttpServletResponse response = mvc.perform(request(method, path)
                        .cookie(cookies.values().toArray(Cookie[]::new))
                        .header("X-XSRF-TOKEN", cookies.get("XSRF-TOKEN").getValue())
                        .header("User-Agent", "Some browser")
                        .contentType(MediaType.APPLICATION_JSON)
                        .content(json.writeValueAsString(body)))
                .andReturn()
                .getResponse();
        for (Cookie cookie : response.getCookies()) {
            cookies.put(cookie.getName(), cookie);
        }
        boolean told = String.valueOf(response.getContentType()).contains("json");
        return new Answer(
                response.getStatus(),
                told ? json.readTree(response.getContentAsString(StandardCharsets.UTF_8)) : json.nullNode());
    }

    Answer get(String path) throws Exception {
        return call(HttpMethod.GET, path, "");
    }

    Answer post(String path, Object body) throws Exception {
        return call(HttpMethod.POST, path, body);
    }

    Answer signIn(String email, String password) throws Exception {
        return post("/api/session", Map.of("email", email, "password", password));
    }
}
