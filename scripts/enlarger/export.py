"""Writes a trained network as ONNX, its identities folded in.

    export.py STATE.pt OUT.onnx
"""
import sys

import torch

import network as networks

if __name__ == "__main__":
    trained = networks.Enlarger()
    trained.load_state_dict(torch.load(sys.argv[1], map_location="cpu")["average"])
    torch.onnx.export(networks.plain(trained), torch.zeros(1, 2, 64, 64), sys.argv[2], opset_version=11,
                      input_names=["planes"], output_names=["residuals"],
                      dynamic_axes={"planes": {2: "h", 3: "w"}, "residuals": {2: "h", 3: "w"}})
