package idleheron.cli.serve;

import static idleheron.core.Messages.say;

import com.google.gson.JsonElement;
import com.google.gson.JsonObject;
import com.google.gson.JsonPrimitive;
import com.google.gson.stream.MalformedJsonException;
import idleheron.core.job.Cores;
import idleheron.core.job.Progress;
import idleheron.formats.disk.Failures;
import idleheron.formats.spi.SceneFormat;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.logging.Level;
import java.util.logging.Logger;
import org.eclipse.lsp4j.jsonrpc.CompletableFutures;
import org.eclipse.lsp4j.jsonrpc.Endpoint;
import org.eclipse.lsp4j.jsonrpc.RemoteEndpoint;
import org.eclipse.lsp4j.jsonrpc.ResponseErrorException;
import org.eclipse.lsp4j.jsonrpc.json.JsonRpcMethod;
import org.eclipse.lsp4j.jsonrpc.json.MessageJsonHandler;
import org.eclipse.lsp4j.jsonrpc.json.StreamMessageConsumer;
import org.eclipse.lsp4j.jsonrpc.json.StreamMessageProducer;
import org.eclipse.lsp4j.jsonrpc.messages.RequestMessage;
import org.eclipse.lsp4j.jsonrpc.messages.ResponseError;
import org.eclipse.lsp4j.jsonrpc.messages.ResponseErrorCode;
import org.eclipse.lsp4j.jsonrpc.messages.ResponseMessage;
import org.jspecify.annotations.Nullable;

/**
 * Answers requests of JSON-RPC 2.0: {@code open} and {@code close} keep files in memory, all others are commands of the command
 * line with their options as parameters, answered with the same JSON.
 *
 * <p>A request whose parameters hold a {@code progress} token is told of by {@code $/progress} notifications, and is stopped by
 * {@code $/cancelRequest}.
 */
public final class Requests implements Endpoint {
    /** A file cannot be read: one of the codes that the protocol leaves to servers. */
    public static final int UNREADABLE = -32001;

    private static final String PROGRESS = "$/progress";
    /** Between two notifications of one request, nanoseconds. */
    private static final long BETWEEN = 50_000_000;

    /** Their answers depend on nothing but their file. */
    private static final List<String> ALONE = List.of("facts", "sample");
    /** So long what is under way when the input ends is waited for, seconds. */
    private static final long LAST = 60;

    private final Commands commands;
    private final WarmFiles files;
    private final ExecutorService work = Executors.newFixedThreadPool(Math.max(2, Cores.count()), r -> {
        Thread t = new Thread(r, "request");
        t.setDaemon(true);
        return t;
    });
    private @Nullable RemoteEndpoint client;

    /** Runs a command as the command line does. */
    public interface Commands {
        /** Those that can be asked for. */
        List<String> names();

        /**
         * @throws IllegalArgumentException when a parameter is none of the command's
         */
        Answer run(String command, JsonObject parameters, Progress progress);
    }

    /**
     * What a command answered.
     *
     * @param status as of the command line: 0 and 1 are results, 2 wrong usage, 3 unreadable, 4 a fault of the program
     * @param json what it said
     * @param said what it said besides
     */
    public record Answer(int status, String json, String said) {}

    public Requests(Commands commands, WarmFiles files) {
        this.commands = commands;
        this.files = files;
    }

    /**
     * Answers until the input ends.
     *
     * @return what was wrong with the input, one sentence; or "" where it just ended
     */
    public String serve(InputStream in, OutputStream out) {
        Map<String, JsonRpcMethod> methods = new LinkedHashMap<>();
        for (String m : commands.names()) {
            methods.put(m, JsonRpcMethod.request(m, JsonElement.class, JsonElement.class));
        }
        for (String m : List.of("open", "close")) {
            methods.put(m, JsonRpcMethod.request(m, JsonElement.class, JsonElement.class));
        }
        methods.put(PROGRESS, JsonRpcMethod.notification(PROGRESS, JsonElement.class));
        Logger.getLogger("org.eclipse.lsp4j").setLevel(Level.OFF); // what is wrong is answered
        MessageJsonHandler handler =
                new MessageJsonHandler(methods, b -> b.registerTypeAdapter(RawJson.class, new RawJson.Writing()));
        StreamMessageConsumer answers = new StreamMessageConsumer(out, handler);
        RemoteEndpoint remote = new RemoteEndpoint(answers, this);
        handler.setMethodProvider(remote);
        client = remote;
        FramedInput framed = new FramedInput(in);
        try (StreamMessageProducer producer = new Messages(framed, handler, answers)) {
            producer.listen(remote);
            work.shutdown(); // a worker that has ended has sent its answer, which a request that is done need not have
            work.awaitTermination(LAST, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } finally {
            work.shutdownNow();
        }
        String wrong = framed.wrong();
        return wrong == null ? "" : wrong;
    }

    /** Answers what is no message at all. */
    private static final class Messages extends StreamMessageProducer {
        private final StreamMessageConsumer answers;

        Messages(InputStream in, MessageJsonHandler handler, StreamMessageConsumer answers) {
            super(in, handler, (message, issues) -> {
                ResponseMessage out = new ResponseMessage();
                if (message instanceof RequestMessage r) {
                    out.setRawId(r.getRawId());
                }
                out.setError(new ResponseError(
                        ResponseErrorCode.InvalidRequest, issues.getFirst().getText(), null));
                answers.consume(out);
            });
            this.answers = answers;
        }

        @Override
        protected void fireError(Throwable error) {
            Throwable why = error.getCause() == null ? error : error.getCause();
            boolean json = why instanceof MalformedJsonException || why instanceof EOFException;
            ResponseMessage out = new ResponseMessage();
            out.setError(new ResponseError(
                    json ? ResponseErrorCode.ParseError : ResponseErrorCode.InvalidRequest,
                    json
                            ? say("cli.serve.Requests.expected-json")
                            : say("cli.serve.Requests.expected-an-object-with-jsonrpc-id"),
                    null));
            answers.consume(out);
        }
    }

    @Override
    public CompletableFuture<?> request(String method, Object parameter) {
        JsonObject told = told(parameter);
        JsonElement token = told == null ? null : told.remove("progress");
        return CompletableFutures.computeAsync(work, stop -> {
            if (told == null) {
                throw error(
                        ResponseErrorCode.InvalidParams.getValue(),
                        say("cli.serve.Requests.expected-parameters-by-name"));
            }
            Progress progress = (done, what) -> stop.checkCanceled();
            return answer(method, told, token == null ? progress : telling(token, progress));
        });
    }

    private static @Nullable JsonObject told(@Nullable Object parameter) {
        return switch (parameter) {
            case null -> new JsonObject();
            case JsonObject o -> o.deepCopy();
            case JsonElement e when e.isJsonNull() -> new JsonObject();
            default -> null;
        };
    }

    @Override
    public void notify(String method, Object parameter) {
        // nothing is asked for by notifications
    }

    private Progress telling(JsonElement token, Progress stop) {
        long[] last = {System.nanoTime() - BETWEEN};
        return (done, what) -> {
            stop.at(done, what);
            RemoteEndpoint to = client;
            synchronized (last) {
                if (to == null || System.nanoTime() - last[0] < BETWEEN) {
                    return;
                }
                last[0] = System.nanoTime();
            }
            JsonObject o = new JsonObject();
            o.add("token", token);
            o.addProperty("done", done);
            o.addProperty("what", what);
            to.notify(PROGRESS, o);
        };
    }

    private Object answer(String method, JsonObject told, Progress progress) {
        try {
            if (method.equals("open")) {
                return opened(told, progress);
            }
            if (method.equals("close")) {
                JsonObject o = new JsonObject();
                o.addProperty("closed", files.close(file(told, List.of("file"))));
                return o;
            }
            if (!commands.names().contains(method)) {
                throw error(ResponseErrorCode.MethodNotFound.getValue(), say("cli.serve.Requests.no-method", method));
            }
            progress.at(0, method);
            Path file = ALONE.contains(method) && told.get("file") instanceof JsonPrimitive p
                    ? Path.of(p.getAsString())
                    : null;
            boolean rescue = told.get("rescue") instanceof JsonPrimitive p && p.getAsBoolean();
            String request = method + told;
            String known = file == null ? null : files.answer(file, rescue, request);
            if (known != null) {
                return new RawJson(known);
            }
            Answer a = commands.run(method, told, progress);
            progress.at(1, method);
            if (file != null && a.status == 0) {
                files.answered(file, rescue, request, a.json);
            }
            return switch (a.status) {
                case 0, 1 -> new RawJson(a.json);
                case 2 ->
                    throw error(
                            ResponseErrorCode.InvalidParams.getValue(),
                            a.said.lines().findFirst().orElse(""));
                case 3 -> throw error(UNREADABLE, a.said);
                default -> throw error(ResponseErrorCode.InternalError.getValue(), a.said);
            };
        } catch (IllegalArgumentException e) {
            throw error(ResponseErrorCode.InvalidParams.getValue(), String.valueOf(e.getMessage()));
        } catch (IOException e) {
            throw error(UNREADABLE, Failures.text(e));
        }
    }

    private JsonElement opened(JsonObject told, Progress progress) throws IOException {
        Path file = file(told, List.of("file", "rescue"));
        boolean rescue = told.has("rescue") && told.get("rescue").getAsBoolean();
        SceneFormat.ReadScene in = files.open(file, rescue, progress);
        JsonObject o = new JsonObject();
        o.addProperty("name", in.scene().name());
        o.addProperty("format", in.format());
        o.addProperty("variant", in.variant());
        o.addProperty("bytes", in.bytes());
        return o;
    }

    private static Path file(JsonObject told, List<String> keys) {
        for (String k : told.keySet()) {
            if (!keys.contains(k)) {
                throw new IllegalArgumentException(
                        say("cli.serve.Requests.no-parameter-there-are", k, String.join(", ", keys)));
            }
        }
        if (!(told.get("file") instanceof JsonPrimitive p) || !p.isString()) {
            throw new IllegalArgumentException(say("cli.serve.Requests.expected-file-the-name-of-a"));
        }
        return Path.of(p.getAsString());
    }

    private static ResponseErrorException error(int code, String message) {
        return new ResponseErrorException(new ResponseError(code, message, null));
    }
}
