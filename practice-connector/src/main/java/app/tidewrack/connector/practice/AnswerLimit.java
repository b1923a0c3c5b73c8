package app.tidewrack.connector.practice;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.URI;
import java.util.Map;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpMethod;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.StreamingHttpOutputMessage;
import org.springframework.http.client.AbstractClientHttpRequestFactoryWrapper;
import org.springframework.http.client.ClientHttpRequest;
import org.springframework.http.client.ClientHttpRequestFactory;
import org.springframework.http.client.ClientHttpResponse;

/** Reads no more of an answer than fits, however long it goes on. What is sent streams as before, which an interceptor would keep whole. */
final class AnswerLimit extends AbstractClientHttpRequestFactoryWrapper {
    /** Bytes. The longest that is told are the ten thousand ads of a campaign, of about 1 kB each. */
    static final long MOST = 32L << 20;

    AnswerLimit(ClientHttpRequestFactory requests) {
        super(requests);
    }

    @Override
    protected ClientHttpRequest createRequest(URI uri, HttpMethod method, ClientHttpRequestFactory requests)
            throws IOException {
        return new Limited(requests.createRequest(uri, method));
    }

    private record Limited(ClientHttpRequest request) implements ClientHttpRequest, StreamingHttpOutputMessage {
        @Override
        public ClientHttpResponse execute() throws IOException {
            ClientHttpResponse answer = request.execute();
            return new Answer(answer, new Bounded(answer.getBody()));
        }

        @Override
        public void setBody(Body body) {
            ((StreamingHttpOutputMessage) request).setBody(body);
        }

        @Override
        public OutputStream getBody() throws IOException {
            return request.getBody();
        }

        @Override
        public HttpMethod getMethod() {
            return request.getMethod();
        }

        @Override
        public URI getURI() {
            return request.getURI();
        }

        @Override
        public Map<String, Object> getAttributes() {
            return request.getAttributes();
        }

        @Override
        public HttpHeaders getHeaders() {
            return request.getHeaders();
        }
    }

    private record Answer(ClientHttpResponse answer, Bounded body) implements ClientHttpResponse {
        @Override
        public InputStream getBody() {
            return body;
        }

        @Override
        public HttpStatusCode getStatusCode() throws IOException {
            return answer.getStatusCode();
        }

        @Override
        public String getStatusText() throws IOException {
            return answer.getStatusText();
        }

        @Override
        public HttpHeaders getHeaders() {
            return answer.getHeaders();
        }

        @Override
        public void close() {
            body.endIfTooLong();
            answer.close();
        }
    }

    private static final class Bounded extends FilterInputStream {
        private long left = MOST;

        Bounded(InputStream body) {
            super(body);
        }

        private int taken(int bytes) throws IOException {
            left -= Math.max(0, bytes);
            if (left < 0) {
                throw new IOException("An answer of more than %,d bytes.".formatted(MOST));
            }
            return bytes;
        }

        /** Ends what goes on: closing an answer reads it to its end first, so that its connection can be used again. */
        void endIfTooLong() {
            if (left < 0) {
                try {
                    in.close();
                } catch (IOException e) {
                    throw new UncheckedIOException(e);
                }
            }
        }

        @Override
        public int read() throws IOException {
            int read = super.read();
            taken(read < 0 ? 0 : 1);
            return read;
        }

        @Override
        public int read(byte[] into, int offset, int length) throws IOException {
            return taken(super.read(into, offset, length));
        }
    }
}
