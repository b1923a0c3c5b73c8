"""Takes the web addresses out of the WHATWG URL test cases (Debian librust-url-dev, tests/urltestdata.json; MIT/Apache-2.0).

usage: make.py urltestdata.json > addresses.txt
"""

import json
import sys

cases = [c for c in json.load(open(sys.argv[1])) if isinstance(c, dict) and not c.get("failure")]
addresses = {c["href"] for c in cases if c["href"].startswith(("http://", "https://"))}
# One of them is at the address of an existing product; another case has a query like it.
addresses = {a for a in addresses if not a.endswith("?foo=%7B%22abc%22")}
print("\n".join(sorted(addresses)))
