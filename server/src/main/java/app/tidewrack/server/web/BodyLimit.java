package app.tidewrack.server.web;

import io.swagger.v3.oas.models.Operation;
import java.io.IOException;
import java.io.InputStream;
import java.lang.reflect.Type;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.customizers.OperationCustomizer;
import org.springframework.core.MethodParameter;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpInputMessage;
import org.springframework.http.converter.HttpMessageConverter;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.mvc.method.annotation.RequestBodyAdviceAdapter;

/** Holds every body that is read into an object to the length its operation takes: by what it announces, and while it is read. */
@ControllerAdvice
class BodyLimit extends RequestBodyAdviceAdapter implements OperationCustomizer {
    /** Bytes; about four times the longest creative. */
    static final int USUAL = 1_000_000;

    private static int most(@Nullable MostBytes own) {
        return own == null ? USUAL : own.value();
    }

    @Override
    public boolean supports(MethodParameter parameter, Type type, Class<? extends HttpMessageConverter<?>> converter) {
        return true;
    }

    @Override
    public HttpInputMessage beforeBodyRead(
            HttpInputMessage message,
            MethodParameter parameter,
            Type type,
            Class<? extends HttpMessageConverter<?>> converter)
            throws IOException {
        int most = most(parameter.getMethodAnnotation(MostBytes.class));
        if (message.getHeaders().getContentLength() > most) {
            throw new TooLong(most);
        }
        InputStream body = new Bounded(message.getBody(), most, () -> new TooLong(most));
        return new HttpInputMessage() {
            @Override
            public InputStream getBody() {
                return body;
            }

            @Override
            public HttpHeaders getHeaders() {
                return message.getHeaders();
            }
        };
    }

    @Override
    public Operation customize(Operation operation, HandlerMethod method) {
        if (operation.getRequestBody() != null) {
            operation.getRequestBody().addExtension("x-most-bytes", most(method.getMethodAnnotation(MostBytes.class)));
        }
        return operation;
    }
}
