#!/usr/bin/env python3
"""Talks to `heron serve`: JSON-RPC 2.0 over its standard input and output, nothing but Python's standard library.

    python3 examples/heron_client.py ./heron FILE

tells what FILE holds, what will go wrong with it, and how long a second look takes.
"""

import json
import subprocess
import sys
import threading
import time


class HeronError(Exception):
    """What the program answered in place of a result."""

    def __init__(self, error):
        super().__init__(error.get("message", ""))
        self.code = error.get("code")


class Heron:
    """One running program. Use it in a `with` statement."""

    def __init__(self, *command, on_progress=None):
        self._process = subprocess.Popen(
            list(command) + ["serve"], stdin=subprocess.PIPE, stdout=subprocess.PIPE
        )
        self._on_progress = on_progress
        self._next = 0
        self._lock = threading.Lock()
        self._answers = {}
        self._arrived = threading.Condition()
        self._ended = False
        threading.Thread(target=self._read, daemon=True).start()

    def __enter__(self):
        return self

    def __exit__(self, *_):
        self.end()

    def _send(self, message):
        body = json.dumps(dict(message, jsonrpc="2.0")).encode("utf-8")
        with self._lock:
            self._process.stdin.write(b"Content-Length: %d\r\n\r\n" % len(body) + body)
            self._process.stdin.flush()

    def _read(self):
        out = self._process.stdout
        while True:
            length = None
            line = out.readline()
            while line not in (b"\r\n", b""):
                name, _, value = line.partition(b":")
                if name.strip().lower() == b"content-length":
                    length = int(value)
                line = out.readline()
            if line == b"" or length is None:
                break
            message = json.loads(out.read(length).decode("utf-8"))
            if message.get("method") == "$/progress":
                if self._on_progress:
                    self._on_progress(message["params"])
                continue
            with self._arrived:
                self._answers[message.get("id")] = message
                self._arrived.notify_all()
        with self._arrived:
            self._ended = True
            self._arrived.notify_all()

    def begin(self, method, **params):
        """Sends a request and returns its number; `answer` waits for it, `cancel` stops it."""
        self._next += 1
        self._send({"id": self._next, "method": method, "params": params})
        return self._next

    def answer(self, number):
        with self._arrived:
            self._arrived.wait_for(lambda: number in self._answers or self._ended)
            if number not in self._answers:
                raise HeronError({"message": "the program ended"})
            message = self._answers.pop(number)
        if "error" in message:
            raise HeronError(message["error"])
        return message["result"]

    def cancel(self, number):
        self._send({"method": "$/cancelRequest", "params": {"id": number}})

    def call(self, method, **params):
        """Sends a request and waits for its result, the same JSON as on the command line."""
        return self.answer(self.begin(method, **params))

    def end(self):
        """Closes the program's input, which ends it; returns its exit status."""
        self._process.stdin.close()
        return self._process.wait()


def main():
    if len(sys.argv) != 3:
        sys.exit(__doc__)
    with Heron(sys.argv[1], on_progress=lambda p: print("%3.0f %% %s" % (100 * p["done"], p["what"]))) as heron:
        heron.call("open", file=sys.argv[2], progress="open")
        facts = heron.call("facts", file=sys.argv[2])
        print("%d nodes, %d meshes, %d clips" % tuple(len(facts[k]) for k in ("nodes", "meshes", "clips")))
        for finding in heron.call("check", file=[sys.argv[2]])["findings"]:
            print("%s: %s" % (finding["severity"], finding["message"]))
        start = time.perf_counter()
        heron.call("facts", file=sys.argv[2])
        print("facts once more in %.1f ms" % (1000 * (time.perf_counter() - start)))


if __name__ == "__main__":
    main()
