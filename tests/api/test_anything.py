"""Whatever is asked, the API answers: nothing that the OpenAPI document lets in, or keeps out, is a fault of ours."""

from __future__ import annotations

import unittest
from collections import Counter
from typing import Any

import schemathesis
from hypothesis import HealthCheck, Phase, given, settings
from hypothesis import strategies as st
from hypothesis.errors import Unsatisfiable
from schemathesis import GenerationMode
from schemathesis.core.result import Ok

from tests.api.test_api import ApiTest

EXAMPLES = 2
"""Requests of each kind to each address."""

STRANGE = (
    "%00", "%ff", "..%2f..%2fetc", "%E2%80%AE", "x" * 3000, "%0d%0aSet-Cookie:%20a=b", "~", "%F0%9F%90%9D",
)  # fmt: skip


class AnythingTest(ApiTest):
    demo = ("rain",)

    def setUp(self) -> None:
        super().setUp()
        self.lesson = self.client.get("/api/lessons").json["lessons"][0]["id"]
        view = self.client.get(f"/api/lessons/{self.lesson}").json
        token = self.client.post(f"/api/lessons/{self.lesson}/link").json["url"].rsplit("/", 1)[1]
        self.known = {"lesson": self.lesson, "take": view["takes"][0]["id"], "token": token}
        self.schema = schemathesis.openapi.from_wsgi("/api/openapi/openapi.json", self.app)

    def test_requests_that_are_well_formed_and_that_are_not(self) -> None:
        seen: Counter[int] = Counter()
        for mode in (GenerationMode.POSITIVE, GenerationMode.NEGATIVE):
            for found in self.schema.get_all_operations():
                assert isinstance(found, Ok), found
                operation = found.ok()
                # A lesson that was deleted would be asked for in vain.
                if operation.method == "delete":
                    continue
                with self.subTest(f"{mode.value}: {operation.label}"):
                    try:
                        self.ask(operation, mode, seen)
                    except Unsatisfiable:
                        # Nothing is wrong that could be sent to an address without parameters.
                        self.assertIs(mode, GenerationMode.NEGATIVE)
        self.assertFalse([status for status in seen if status >= 500], seen)
        self.assertGreater(seen[200] + seen[201], 20, "some were understood")
        self.assertGreater(seen[422], 100, "and many were not")

    def ask(self, operation: Any, mode: GenerationMode, seen: Counter[int]) -> None:
        known = {key: value for key, value in self.known.items() if f"{{{key}}}" in operation.path}

        @settings(
            max_examples=EXAMPLES, deadline=None, phases=[Phase.generate], database=None, derandomize=True,
            suppress_health_check=list(HealthCheck),
        )  # fmt: skip
        @given(case=operation.as_strategy(generation_mode=mode), mine=st.booleans())
        def ask(case: Any, mine: bool) -> None:
            if mine and known:
                case.path_parameters = {**(case.path_parameters or {}), **known}
            answer = case.call()
            if answer.status_code == 503 and "retry-after" in answer.headers:
                # A sound that is being made is no fault.
                return
            seen[answer.status_code] += 1
            self.assertLess(answer.status_code, 500, case.as_curl_command())
            if answer.status_code >= 400 and case.path.startswith("/api"):
                self.assertIn("detail", answer.json(), "an error says what is wrong")

        ask()

    def test_strange_addresses(self) -> None:
        for template in sorted({str(rule) for rule in self.app.url_map.iter_rules()}):
            for strange in STRANGE:
                address = "".join(
                    part.partition(">")[2] if n == 0 else strange + part.partition(">")[2]
                    for n, part in enumerate(("<>" + template).split("<")[1:])
                )
                with self.subTest(f"{template}: {strange[:20]}"):
                    answer = self.client.get(address)
                    self.assertLess(answer.status_code, 500)
                    answer.close()

    def test_nested_without_end_or_with_characters_that_no_text_has(self) -> None:
        deep = ("[" * 100_000, '{"text":' + '{"a":' * 50_000 + "1" + "}" * 50_001, '"' + "\\ud800" * 10 + '"')
        for body in deep:
            with self.subTest(body[:20]):
                self.assert_problem(self.client.post("/api/lessons", data=body, content_type="application/json"), 422)
        made = self.make("The\u0007 bee\u0001 flew.\r\n\r\nShe\u009f sang.", "B\u0001e\u001fes\u007f")
        self.assertEqual(made["lesson"]["passages"][0]["title"], "Bees")
        blocks = made["lesson"]["passages"][0]["pages"][0]["blocks"]
        self.assertEqual([block["text"] for block in blocks], ["The bee flew.", "She sang."])
        for kind in ("docx", "epub", "markdown", "text"):
            self.assertEqual(self.client.get(f"/api/lessons/{made['id']}/passage/{kind}").status_code, 200, kind)


if __name__ == "__main__":
    unittest.main()
